# frozen_string_literal: true

module JustSeal
  module Core
    module Filing
      module Types
        # One of the options of its item.
        class Choice < ParticularType
          id :choice
          control :choice
          filter :choice

          def options? = true

          def read(item, texts, _contacts)
            options = item.fetch("options")
            options.include?(texts.first) ? [nil, texts.first] : problem(:particular_one_of, item, options: options)
          end
        end
      end
    end
  end
end
