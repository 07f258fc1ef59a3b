# frozen_string_literal: true

module JustSeal
  module Operations
    # Somebody of the staff enters what stands on the paper, place by place: that it is signed, and what is written.
    # Where the class wants two persons, another confirms it; else it is taken in at once.
    class EnterPaper < Operation
      # +signed+: names of the fields that bear a mark by pen; +seen+: names of all fields that were looked at; +typed+:
      # {slot => text}; +day+: text of the day that stands beside the signature; +place+: where the paper lies;
      # +identity+: {kind:, issuer:, last:, expires:} of the document that the party showed, nil where nobody looked at
      # one; +looked_at+: Store::PaperCopy#looked_at of what was shown. Returns the Store::PaperCopy, taken in or
      # entered. Raises Errors::Invalid keyed by slots, "day" and "seen", Errors::Conflict when other pages came
      # meanwhile.
      def call(actor, number:, copy:, looked_at:, signed:, seen:, typed:, day:, place: "", identity: nil)
        row = transaction { opened(actor, number, copy, looked_at).last }
        reading = PaperReading.new(row, signed: signed, seen: seen, typed: typed, day: day)
        reading.submission
        entered = { "typed" => typed, "day" => day, "signed" => signed, "seen" => seen, "place" => place.strip }
        row = transaction { keep(actor, [number, copy, looked_at], entered, identity) }
        two_persons?(row) ? row : TakeInPaper.call(actor, number: number, copy: copy, looked_at: row.looked_at)
      end

      # What was entered is to be corrected.
      def take_back(actor, number:, copy:)
        transaction do
          docket, row = PaperLookup.call(number, copy, states: %w[entered])
          allow_docket!(actor, docket, :send)
          row.update(state: "out", entered_by: nil)
          record_event(docket, "paper.entry_taken_back", actor, "copy" => row.number)
          row
        end
      end

      private

      def opened(actor, number, copy, looked_at)
        docket, row = PaperLookup.call(number, copy, states: %w[out])
        allow_docket!(actor, docket, :send)
        raise Errors::Conflict, :paper_changed unless row.looked_at == looked_at
        raise Errors::Forbidden, :own_identity if row.party.account_id == actor.id

        Room.check(docket, row.party)
        [docket, row]
      end

      def keep(actor, place, entered, identity)
        docket, row = opened(actor, *place)
        entered = entered.merge(identity(identity)) if identity
        PaperIdentity.new(row, entered).level
        row.update(state: "entered", entered: Sequel.pg_jsonb(entered), entered_by: actor.id)
        digest = Core::Ledger::Entry.digest(JSON.generate(entered))
        facts = { "party" => row.party.letter, "copy" => row.number, "sha256" => digest }
        record_event(docket, "paper.entered", actor, facts)
        Store::PaperCopy[row.id]
      end

      def identity(given)
        {
          "identity" => SeenDocument.read(given, today: office.zone.to_local(now).to_date),
          "identity_at" => Core::Ledger::Entry.time(now)
        }
      end

      def two_persons?(row) = Queries::PaperChoice.new(row.docket, row.party, at: now).two_persons?
    end
  end
end
