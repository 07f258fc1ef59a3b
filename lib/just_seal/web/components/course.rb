# frozen_string_literal: true

module JustSeal
  module Web
    module Components
      # A docket over time: a lane for each party, marks for its steps, lines for now and for the deadline.
      class Course < Component
        NAME_LENGTH = 17
        DEADLINE_WORD_MAX_X = 890
        PLACE = /[xy](?:[+-]\d+(?:\.\d+)?)?!/
        LEGEND = { sent: :invited, opened: :opened, proved: :proved, done: :done, refused: :refused }.freeze

        attr_reader :course, :scale

        # +course+: Queries::DocketCourse::Course.
        def initialize(context, course, content: nil)
          super(context, content: content)
          @course = course
          @scale = CourseScale.new(course, context.office.zone)
        end

        def legend = LEGEND.map { |kind, state| [kind, t("party_states.#{state}").downcase] }
        def frame = "0 0 #{CourseScale::WIDTH} #{scale.height + 16}"

        # [[lane, its height], ...]
        def lanes = course.lanes.each_with_index.map { |lane, index| [lane, scale.y(index)] }

        def lane_name(lane)
          name = lane.name.length > NAME_LENGTH ? "#{lane.name[0, NAME_LENGTH - 1]}…" : lane.name
          "#{lane.letter}  #{name}"
        end

        def span_class(lane) = "span#{" open-span" if lane.marks.none? { |kind, _| kind == :done }}"
        def deadline_word_x = [scale.x(course.deadline), DEADLINE_WORD_MAX_X].min

        def mark(kind, x, y)
          SafeHtml.new(MARKS.fetch(kind).gsub(PLACE) { |place| coordinate(place, x, y) })
        end

        # What each mark looks like; x! and y! stand for its place.
        MARKS = {
          sent: '<circle class="sent" cx="x!" cy="y!" r="5"/>',
          opened: '<rect class="opened" x="x-4!" y="y-4!" width="8" height="8" transform="rotate(45 x! y!)"/>',
          proved: '<rect class="proved" x="x-3.5!" y="y-14!" width="7" height="7"/>',
          done: '<circle class="done" cx="x!" cy="y!" r="6.5"/>',
          refused: '<path class="refused" d="Mx-6! y-6! Lx+6! y+6! Mx+6! y-6! Lx-6! y+6!"/>'
        }.freeze

        private

        def coordinate(text, x, y) = (text.start_with?("x") ? x : y).+(text[1..].to_f).round(1).to_s
      end
    end
  end
end
