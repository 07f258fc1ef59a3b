# frozen_string_literal: true

module JustSeal
  module Operations
    # Keeps a day on which the office is closed, or takes one away. Dockets that are out keep the deadline that they
    # have.
    class KeepHoliday < Operation
      MAX_TITLE = 100

      # +text+: the day as year-month-day; +title+: text. Raises Errors::Invalid keyed "day" or "title".
      def call(actor, text:, title:)
        allow!(actor, :define_classes)
        day = Date.strptime(text, "%Y-%m-%d")
        title = Core::Filing::SafeName.line(title)
        unless title.length.between?(1, MAX_TITLE)
          raise Errors::Invalid, { "title" => Core::Problem.new(:holiday_untitled, limit: MAX_TITLE) }
        end

        db[:holidays].insert_conflict(target: :day, update: { title: title }).insert(day: day, title: title)
      rescue Date::Error
        raise Errors::Invalid, { "day" => :not_a_date_holiday }
      end

      def forget(actor, text:)
        allow!(actor, :define_classes)
        db[:holidays].where(day: Date.strptime(text, "%Y-%m-%d")).delete
      rescue Date::Error
        raise Errors::Invalid, { "day" => :not_a_date }
      end
    end
  end
end
