# frozen_string_literal: true

module JustSeal
  module Core
    module Filing
      module Types
        # Texts of any number, kept as a list.
        class List < ParticularType
          id :list
          filter :never

          SEPARATORS = /\s*[,;\n]\s*/

          def read(_item, texts, _contacts) = [nil, texts.flat_map { |text| text.split(SEPARATORS) }.reject(&:empty?)]
        end
      end
    end
  end
end
