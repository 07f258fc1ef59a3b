# frozen_string_literal: true

module JustSeal
  module Queries
    # What a standing instruction would do with a record: whether it begins, which steps are done, with whom, and where
    # it would stop.
    class InstructionPlan
      # A step as it would be: +place+: Core::Instructions::Line::Place; +who+: [name of whoever would act, ...];
      # +problem+: Problem or Symbol of why it would stop here.
      Step = Struct.new(:place, :who, :problem, keyword_init: true)
      ISO_DAY = 10

      class << self
        # Does the condition of +definition+ hold for +record+? Where a value is missing it does not.
        def starts?(definition, record)
          condition = definition["when"].to_s
          return true if condition.empty?

          Core::Assurance::Condition.new(condition).judge(DocketFilling.particulars(record)) == :matches
        rescue Core::Refused
          false
        end

        # Records whose date comes within the days that +definition+ says, counted from +today+.
        def near(class_id, definition, today)
          last = (today + definition["days"]).iso8601
          dates = Store.db[:record_particulars].where(record_class_id: class_id, name: definition["name"])
          # A moment is kept with its time behind the day.
          ids = dates.where(words: today.iso8601.."#{last}~").select(:record_id)
          Store::Record.where(id: ids, sample: nil)
        end
      end

      # +definition+: as of Core::Instructions::Definition; +person+: with whose rights; +record+: Store::Record.
      def initialize(definition, record, person:)
        @definition = definition
        @record = record
        @person = person
      end

      attr_reader :record

      def starts? = self.class.starts?(@definition, @record)

      # [Step, ...] up to the one at which it would stop.
      def steps
        @steps ||= begin
          found = line.all(DocketFilling.particulars(@record)).map { |place| step(place) }
          stop = found.index(&:problem)
          stop ? found.first(stop + 1) : found
        end
      end

      # The Problem at which it would stop, nil where it would not.
      def problem = steps.last&.problem

      private

      def line = Core::Instructions::Line.new(@definition["steps"])

      def step(place)
        problem = :instruction_undecided if place.taken == :undecided
        return Step.new(place: place, who: [], problem: problem) unless place.taken == :taken

        plan = place.step["kind"] == "sign" ? SigningPlan.new(place.step, @record, @person, values) : nil
        Step.new(place: place, who: plan&.who.to_a, problem: plan&.problem || fault(place.step))
      end

      # What would be wrong with a value that is written; what only a run knows can't be looked at.
      def fault(step)
        return unless step["kind"] == "write"

        items = @record.record_class.particulars.to_h { |item| [item["name"], item] }
        step["values"].filter_map do |name, text|
          next if text.match?(/\{\{\s*(?:call|typed)\./)

          Core::Filing::Particulars.one(items.fetch(name), Core::Instructions::Marks.fill(text, values)).first
        end.first
      end

      def values = @values ||= RunValues.of_record(@record)
    end
  end
end
