# frozen_string_literal: true

module JustSeal
  module Web
    module Pages
      module Problem
        # Something was not done: what it was, what it means, what to do.
        class Show < OutsidePage
          attr_reader :title, :message

          def initialize(context, title:, message:)
            super(context)
            @title = title
            @message = message
          end
        end
      end
    end
  end
end
