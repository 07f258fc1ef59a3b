# frozen_string_literal: true

module JustSeal
  module Web
    module Components
      # The steps of a standing instruction as a line from top to bottom: a step under a condition stands on a track
      # beside it, one that is done otherwise on the line across from that. Of a run each knot says how far it is.
      class StepLine < Component
        include InstructionWords

        ROW = 50
        MAIN = 20
        SIDE = 48
        WORDS = 76
        # Characters that fit.
        MAX_WHAT = 76
        MAX_MORE = 100

        # One drawn step. +y+: of its knot; +x+: of its track; +state+: of the run in it, or "plain".
        Row = Core::Value.of(:step, :x, :y, :state, :number)

        # +steps+: as of Core::Instructions::Definition; +begins+: when it starts, in words; +titles+: see step_words;
        # +states+: [state of each step, ...]: "done", "passed", "here", "asks" or "plain".
        def initialize(context, steps, begins:, titles: {}, states: [], content: nil)
          super(context, content: content)
          @steps = steps
          @begins = begins
          @titles = titles
          @states = states
        end

        attr_reader :begins

        def rows
          @rows ||= @steps.each_with_index.map do |step, index|
            Row.new(
              step: step,
              x: step["when"].to_s.empty? ? MAIN : SIDE,
              y: (ROW * (index + 1)) + 12,
              state: @states[index] || "plain",
              number: index + 1
            )
          end
        end

        def height = (ROW * (@steps.size + 1)) + 24
        def bottom = (ROW * (@steps.size + 1)) + 12
        def frame = "0 0 900 #{height}"

        # Paths of the tracks beside the line.
        def tracks
          rows.each_with_index.filter_map do |row, index|
            next if row.x == MAIN

            last = rows[index + 1]&.step.to_h["otherwise"] ? rows[index + 1] : row
            "M#{MAIN} #{row.y - 26} C#{MAIN} #{row.y - 10} #{SIDE} #{row.y - 18} #{SIDE} #{row.y} " \
              "L#{SIDE} #{last.y} C#{SIDE} #{last.y + 18} #{MAIN} #{last.y + 10} #{MAIN} #{last.y + 26}"
          end
        end

        def what(row) = fitting("#{row.number}  #{step_words(row.step, @titles).first}", MAX_WHAT)

        def more(row)
          parts = [branch_words(row.step), step_words(row.step, @titles).last].compact.reject(&:empty?)
          fitting(parts.join(" · "), MAX_MORE)
        end

        # The same for whoever does not see it.
        def said(row)
          parts = [branch_words(row.step), *step_words(row.step, @titles)].compact.reject(&:empty?)
          state = row.state == "plain" ? nil : t("instructions.knots.#{row.state}")
          [state, *parts].compact.join(". ")
        end

        private

        def fitting(text, most) = text.length > most ? "#{text[0, most - 1]}…" : text
      end
    end
  end
end
