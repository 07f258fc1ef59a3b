# frozen_string_literal: true

module JustSeal
  module Web
    module Components
      # The token without which a form to +path+ is refused.
      class CsrfToken < Component
        attr_reader :path

        def initialize(context, path, content: nil)
          super(context, content: content)
          @path = path
        end

        def token = context.token_for(path)
      end
    end
  end
end
