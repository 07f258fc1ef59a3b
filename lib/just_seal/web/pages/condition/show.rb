# frozen_string_literal: true

module JustSeal
  module Web
    module Pages
      module Condition
        # How the office is: what waits, what ends soon, and what to do about it.
        class Show < Page
          # +condition+: Queries::OfficeCondition.
          def initialize(context, condition)
            super(context)
            @condition = condition
          end

          def place = :rules
          def points = @points ||= @condition.points
          def wrong = points.reject(&:fine)
          def verdict = wrong.empty? ? t(".all_fine") : t(".some", count: wrong.size)
          def verdict_tone = wrong.empty? ? :good : :bad
          def tone(point) = point.fine ? "sealed" : "bad"
          def name(point) = t(".names.#{point.what}")
          def said(point) = t(".said.#{point.what}", **words(point))
          # What to do; nothing where nothing is to be done.
          def advice(point) = point.fine ? nil : t(".advice.#{point.what}", **words(point))

          private

          def words(point)
            point.facts.to_h { |name, value| [name, value.is_a?(Time) ? day(value, :short_year) : value] }
          end
        end
      end
    end
  end
end
