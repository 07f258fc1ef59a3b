# frozen_string_literal: true

module JustSeal
  module Operations
    # What came back on paper becomes the party's act: its fields are filled in, its marks by pen stand in their places,
    # the scan goes along, and the organisation's witness key signs that the staff has taken it in. The level is what
    # was proved on paper, and no more.
    class TakeInPaper < Operation
      # +agreed+: names of the fields that whoever confirms has compared; nil for who entered them, where one is enough.
      # Returns the Store::PaperCopy. Raises Errors::Forbidden for whoever has to leave it to another, Errors::Invalid
      # keyed "agreed", Errors::Conflict when a document, or what was looked at, has changed.
      def call(actor, number:, copy:, looked_at:, agreed: nil)
        row = transaction { opened(actor, number, copy, agreed, looked_at).last }
        reading = PaperReading.of(row)
        refuse_uncompared(reading, agreed)
        scan = PaperScanned.new(row)
        submission = reading.submission(cut: scan.method(:part))
        identity = PaperIdentity.new(row, row.entered.to_h)
        level = identity.level
        act = {
          submission: submission,
          proof: identity.proof,
          level: level,
          signed: signed(row, submission, scan, level),
          scan: { whole: office.blobs.put(scan.whole), documents: scan.hashes }
        }
        transaction { keep(actor, [number, copy, agreed, looked_at], act) }
      end

      private

      # What one entered is confirmed by another, where the class wants that. Who signs takes in nothing of their own.
      def opened(actor, number, copy, agreed, looked_at)
        docket, row = PaperLookup.call(number, copy, states: %w[entered])
        agreed ? allow_confirming!(actor, docket, row) : allow_docket!(actor, docket, :send)
        raise Errors::Forbidden, :own_identity if row.party.account_id == actor.id
        raise Errors::Conflict, :paper_changed unless row.looked_at == looked_at

        Room.check(docket, row.party)
        [docket, row]
      end

      def allow_confirming!(actor, docket, row)
        allow!(actor, :send)
        docket.documents.each { |document| allow_record!(actor, document.record, :see) }
        raise Errors::Forbidden, :confirmed_by_another if row.entered_by == actor.id
      end

      def refuse_uncompared(reading, agreed)
        return if agreed.nil? || (reading.own.map(&:name) - agreed).empty?

        raise Errors::Invalid, { "agreed" => :compare_every_place }
      end

      # {position => SHA-256}
      def signed(row, submission, scan, level)
        filling = DocumentFilling.new(row.docket, row.party, submission, foot: foot(row))
        words = I18n.t("in_document.reasons.by_pen", name: row.party.name)
        row.docket.to_sign.to_h do |document|
          bytes = filling.call(document) do |before, what|
            Core::Pdf::ApplyPartySignature.call(
              before,
              by: row.party.name,
              reason: filling.reason(words, level),
              paper: scan.of(document),
              **what,
              **signature_options(:witness)
            )
          end
          [document.position, office.blobs.put(bytes)]
        end
      end

      def foot(row) = I18n.t("in_document.paper.signed", name: row.party.name, copy: row.name)

      def keep(actor, place, act)
        docket, row = opened(actor, *place)
        HoldGate.pass_to_docket(*docket.documents.map(&:record))
        submission, signed = act.values_at(:submission, :signed)
        same = docket.to_sign.all? { |one| submission.seen[one.position] == one.current_sha256 }
        raise Errors::Conflict, :document_changed unless same

        docket.to_sign.each { |one| one.update(current_sha256: signed.fetch(one.position)) }
        PaperActKeeper.call(actor, docket, row, agreed: place[2], **act)
        row
      end
    end
  end
end
