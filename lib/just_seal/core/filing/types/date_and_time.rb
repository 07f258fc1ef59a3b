# frozen_string_literal: true

require "time"

module JustSeal
  module Core
    module Filing
      module Types
        # A day and a time of it, kept as ISO 8601 without a zone.
        class DateAndTime < ParticularType
          id :datetime
          control :line, kind: "datetime-local"
          filter :range

          FORMAT = "%Y-%m-%dT%H:%M"

          def read(item, texts, _contacts)
            [nil, DateTime.strptime(texts.first, FORMAT).strftime(FORMAT)]
          rescue ::Date::Error
            problem(:particular_no_time, item)
          end

          def shown(_item, value, notation) = notation.moment(DateTime.strptime(value, FORMAT))
        end
      end
    end
  end
end
