# frozen_string_literal: true

module JustSeal
  module Web
    # Where times lie on the drawing of a docket's course.
    class CourseScale
      WIDTH = 940
      LEFT = 150
      RIGHT = 925
      TOP = 26
      LANE = 34
      DAY_SECONDS = 86_400
      MAX_TICKS = 12

      # +course+: Queries::DocketCourse::Course; +zone+: TZInfo zone of the office.
      def initialize(course, zone)
        @course = course
        @zone = zone
        @from = midnight(course.from)
        @to = midnight(course.to) + DAY_SECONDS
      end

      def x(time) = (LEFT + ((time - @from) / (@to - @from) * (RIGHT - LEFT))).clamp(LEFT, RIGHT).round(1)
      def y(lane) = TOP + 18 + (lane * LANE)
      def height = TOP + (@course.lanes.size * LANE) + 10
      def bottom = height - 8

      # [[x, label], ...] at the beginnings of days.
      def ticks
        days = ((@to - @from) / DAY_SECONDS).round
        step = (days / MAX_TICKS.to_f).ceil
        beginnings = (0..days).step(step).map { |number| @from + (number * DAY_SECONDS) }
        beginnings.map { |time| [x(time), I18n.l(@zone.to_local(time).to_date, format: :short)] }
      end

      private

      def midnight(time)
        local = @zone.to_local(time)
        @zone.local_to_utc(Time.utc(local.year, local.month, local.day), &:first)
      end
    end
  end
end
