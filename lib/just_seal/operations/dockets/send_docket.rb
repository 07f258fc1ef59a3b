# frozen_string_literal: true

module JustSeal
  module Operations
    # Freezes the document of a draft, certifies it, and invites the parties of the first turn.
    class SendDocket < Operation
      # Raises Errors::Invalid when the draft is not ready, Errors::Conflict when it was sent or changed meanwhile,
      # Errors::Unavailable when the time-stamp authority is away.
      def call(actor, number:)
        draft = Store::Docket.first(number: number) or raise Errors::Missing.new(:no_docket, number: number)
        allow_docket!(actor, draft, :send)
        check_ready(actor, draft)
        frozen = draft.documents.to_h do |document|
          [document.id, document.to_sign? ? office.blobs.put(frozen(draft, document)) : document.version.sha256]
        end
        transaction { send_out(actor, Store::Docket.locked(number), draft.edits, frozen) }
      end

      private

      def check_ready(actor, draft)
        raise Errors::Conflict.new(:docket_sent, number: draft.number) unless draft.state == "draft"

        blocking = Queries::DocketReadiness.call(draft, now: now).select(&:blocks)
        return unless blocking.any?

        note_floors(actor, draft, blocking)
        raise Errors::Invalid, { "readiness" => Core::Problem.new(:not_ready, count: blocking.size) }
      end

      # Somebody wants to send what no party could sign as the rules demand: that is entered, though nothing is sent.
      def note_floors(actor, draft, blocking)
        floors = blocking.select { |issue| issue.reason == :floor_unreachable }.map(&:party)
        return if floors.empty?

        transaction { record_event(draft, "docket.sending_refused", actor, "parties" => floors.join(", ")) }
      end

      def frozen(draft, document)
        spots = document.spots(draft.letters).map { |spot| spot.with(label: Words.field_of_party(spot)) }
        acting = draft.parties.reject { |party| party.act == "receive" }.map(&:letter)
        Core::Pdf::CertifyForSigning.call(
          office.blobs.get(document.version.sha256),
          spots: spots,
          acting: acting,
          reason: I18n.t("in_document.reasons.sent", docket: draft.number),
          texts: particulars(document, spots),
          faces: office.faces,
          papers: papers(draft, document),
          **signature_options(:seal)
        )
      end

      # {letter => heading} of the parties for whom a sheet is kept free for what comes back on paper, where the class
      # wants it to be shown as pages.
      def papers(draft, document)
        return {} unless Queries::PaperChoice.terms(document.record).pages?

        signing = draft.parties.select do |one|
          one.act == "sign" && Queries::PaperChoice.new(draft, one, at: now).offered?
        end
        signing.to_h { |one| [one.letter, I18n.t("in_document.paper.sheet", letter: one.letter, name: one.name)] }
      end

      # What is written into the document from the record: {spot name => text}.
      def particulars(document, spots)
        record = document.record
        items = record.record_class.definition(record.class_version).fetch("particulars", [])
        by_name = items.to_h { |item| [item["name"], item] }
        spots.select { |spot| spot.kind == "particular" }.to_h do |spot|
          name = spot["particular"]
          value = Words::Notation::DOCUMENT.value(by_name.fetch(name), record.particulars[name])
          [spot.name, value]
        end
      end

      # The draft was frozen as it was at +edits+: another state of it must not go out.
      def send_out(actor, docket, edits, frozen)
        raise Errors::Conflict.new(:docket_sent, number: docket.number) unless docket.state == "draft"
        raise Errors::Conflict.new(:docket_changed_on_sending, number: docket.number) unless docket.edits == edits

        DocketDispatch.call(actor, docket, frozen)
      end
    end
  end
end
