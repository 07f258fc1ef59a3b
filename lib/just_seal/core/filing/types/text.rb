# frozen_string_literal: true

module JustSeal
  module Core
    module Filing
      module Types
        # One line, by a pattern where the item has one.
        class Text < ParticularType
          id :text

          def read(item, texts, _contacts)
            pattern = item["pattern"].to_s
            return [nil, texts.first] if pattern.empty? || Pattern.compile(pattern).match?(texts.first)

            problem(:particular_form, item, help: item["help"].to_s)
          end
        end
      end
    end
  end
end
