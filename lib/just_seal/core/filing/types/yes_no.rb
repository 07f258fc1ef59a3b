# frozen_string_literal: true

module JustSeal
  module Core
    module Filing
      module Types
        # Yes or no, kept as "yes" and "no".
        class YesNo < ParticularType
          id :yes_no
          formal :yes_no
          control :choice
          filter :choice

          ANSWERS = %w[yes no].freeze

          def shown(_item, value, notation) = notation.yes_no(value == "yes")

          def read(item, texts, _contacts)
            ANSWERS.include?(texts.first) ? [nil, texts.first] : problem(:particular_yes_or_no, item)
          end
        end
      end
    end
  end
end
