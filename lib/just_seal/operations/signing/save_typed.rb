# frozen_string_literal: true

module JustSeal
  module Operations
    # Keeps what a party has typed in its visit so far, so that it can leave and come back, and says what follows from
    # it. Nothing of it counts before the party acts, and so nothing is entered.
    class SaveTyped < Operation
      MAX_CHARACTERS = 5_000

      # +typed+: {slot => text}. What is refused is told, and takes the place of nothing that was good. Returns
      # Core::Fields::FormEvaluation::Result, of its own fields.
      def call(visitor, typed:)
        transaction do
          docket, party, visit = Room.enter_proved(visitor)
          given = typed.transform_values { |text| text[0, MAX_CHARACTERS] }
          filling = Queries::DocketFilling.new(docket, party, visit: visit, given: given)
          problems = filling.own_result.problems
          keep(visit, filling.typed.slice(*typed.keys).except(*problems.keys))
          next filling.own_result if problems.empty?

          fitting = given.except(*problems.keys)
          rest = Queries::DocketFilling.new(docket, party, visit: visit, given: fitting)
          rest.own_result.with(problems: problems)
        end
      end

      private

      def keep(visit, fitting)
        kept = visit.typed.to_h.merge(fitting)
        visit.update(typed: Sequel.pg_jsonb(kept)) unless kept == visit.typed.to_h
      end
    end
  end
end
