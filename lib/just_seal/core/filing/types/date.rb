# frozen_string_literal: true

require "date"

module JustSeal
  module Core
    module Filing
      module Types
        # A day, kept as ISO 8601.
        class Date < ParticularType
          id :date
          formal :date
          control :line, kind: "date"
          filter :range

          def read(item, texts, _contacts)
            [nil, ::Date.strptime(texts.first, "%Y-%m-%d").iso8601]
          rescue ::Date::Error
            problem(:particular_no_date, item)
          end

          def shown(_item, value, notation) = notation.day(::Date.iso8601(value))
        end
      end
    end
  end
end
