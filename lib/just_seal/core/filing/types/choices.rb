# frozen_string_literal: true

module JustSeal
  module Core
    module Filing
      module Types
        # Some of the options of its item, kept as a list.
        class Choices < ParticularType
          id :choices
          control :choices
          filter :choice

          def options? = true

          def read(item, texts, _contacts)
            options = item.fetch("options")
            strange = texts - options
            strange.empty? ? [nil, texts.uniq] : problem(:particular_among, item, strange: strange, options: options)
          end
        end
      end
    end
  end
end
