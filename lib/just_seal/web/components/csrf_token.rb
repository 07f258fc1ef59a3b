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

        # Tokens are for a path, whatever is asked of it.
        def token = context.token_for(path.split("?").first)
      end
    end
  end
end
