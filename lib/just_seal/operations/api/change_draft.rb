# frozen_string_literal: true

module JustSeal
  module Operations
    # Changes what is said of a draft at once: either all of it is kept, or nothing. What is not said stays as it is.
    class ChangeDraft < Operation
      # +edits+: the number of edits that the caller started from; +wording+: as EditDocket takes it, without number,
      # edits and parties, nil where nothing is said; +parties+: as it takes those, nil to leave them; +fields+: as
      # PlaceFields takes them, nil to leave them. Returns the Store::Docket. Raises Errors::Invalid keyed as those do,
      # and "fields.INDEX"; Errors::Conflict when somebody else saved meanwhile.
      def call(actor, number:, edits:, wording:, parties:, fields:)
        transaction do
          docket = DraftLock.call(actor, number, edits)
          docket = EditDocket.call(
            actor,
            number: number,
            edits: edits,
            parties: parties || parties_of(docket),
            **wording_of(docket, wording.compact)
          )
          fields ? place(actor, docket, fields) : docket
        end
      end

      private

      def parties_of(docket) = docket.parties.map { |one| one.values.slice(:letter, :holds, *EditDocket::OF_PARTY) }

      def wording_of(docket, said)
        kept = docket.values.slice(:title, :subject, :message, :deadline, :deadline_days)
        # A deadline counted in working days gives way to one by the calendar.
        kept[:deadline_days] = nil if said[:deadline]
        options = docket.options.to_h.except("password").merge(said.fetch(:options, {}))
        { **kept, **said, options: options, told: told(docket.told.to_a) }
      end

      def told(people)
        { lines: Core::Dockets::Options.told_lines(people), of: people.flat_map { |one| one["of"] }.uniq }
      end

      def place(actor, docket, fields)
        faults = {}
        placed = PlaceFields.call(actor, number: docket.number, edits: docket.edits, fields: fields) do |index, problem|
          faults["fields.#{index}"] = problem
        end
        raise Errors::Invalid, faults if faults.any?

        placed
      end
    end
  end
end
