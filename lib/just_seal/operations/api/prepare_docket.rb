# frozen_string_literal: true

module JustSeal
  module Operations
    # Begins a docket with all that is said of it, at once: either all of it is kept, or nothing.
    class PrepareDocket < Operation
      # +record+: Store::Record; +wording+: as EditDocket takes it, without number, edits and parties; +parties+: as it
      # takes those, nil to leave the usual ones; +fields+: as PlaceFields takes them. Returns the Store::Docket, a
      # draft. Raises Errors::Invalid keyed as those do, and "fields.INDEX".
      def call(actor, record:, wording:, parties:, fields:)
        transaction do
          docket = DraftDocket.call(actor, record: record)
          docket = edit(actor, docket, wording, parties)
          fields.empty? ? docket : place(actor, docket, fields)
        end
      end

      private

      def edit(actor, docket, wording, parties)
        given = { title: docket.title, message: "", deadline: nil, **wording.compact }
        parties ||= docket.refresh.parties.map { |one| one.values.slice(:letter, *EditDocket::OF_PARTY) }
        EditDocket.call(actor, number: docket.number, edits: docket.edits, parties: parties, **given)
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
