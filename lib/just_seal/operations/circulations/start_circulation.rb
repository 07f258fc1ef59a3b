# frozen_string_literal: true

module JustSeal
  module Operations
    # Starts a circulation: who is on its list is asked, by jobs, a batch at a time. Stopping and going on belong to it.
    class StartCirculation < Operation
      # Returns the circulation. Raises Errors::Invalid when its plan says that it can't be started, Errors::Conflict
      # when it was started or changed meanwhile, Errors::Unavailable when the time-stamp authority is away.
      def call(actor, number:)
        draft = Store::Circulation.first(number: number) or
          raise Errors::Missing.new(:no_circulation, number: number)
        CirculationLock.allow!(actor, draft)
        DraftCirculation.allow_class!(actor, draft.record_class_id)
        check_ready(draft)
        frozen = frozen(draft)
        transaction do
          circulation = CirculationLock.new.draft(actor, number, draft.edits)
          begin_sending(actor, circulation, frozen)
        end
      end

      # Nobody more is asked until it goes on; who was asked can act.
      def stop(actor, number:) = move(actor, number, :stop, "circulation.stopped")

      def resume(actor, number:)
        transaction do
          circulation = move(actor, number, :resume, "circulation.resumed")
          Jobs::SendCirculation.enqueue(circulation.id)
          circulation
        end
      end

      private

      def move(actor, number, move, kind)
        transaction do
          circulation = CirculationLock.call(actor, number)
          circulation.update(state: Core::Circulations::States.move(circulation.state, move))
          record_event_on(number, kind, actor)
          circulation
        end
      end

      def check_ready(draft)
        blocking = Queries::CirculationPlan.new(draft, now: now).points.select(&:blocks)
        return if blocking.empty?

        raise Errors::Invalid, { "readiness" => Core::Problem.new(:not_ready, count: blocking.size) }
      end

      def begin_sending(actor, circulation, frozen)
        people = circulation.recipients_dataset.here
        number_in_order(people)
        circulation.update(
          state: Core::Circulations::States.move(circulation.state, :start),
          started_at: now,
          frozen_sha256: frozen
        )
        record_event_on(circulation.number, "circulation.started", actor, facts(circulation, people))
        Jobs::SendCirculation.enqueue(circulation.id)
        circulation
      end

      def number_in_order(people)
        order = people.select(:id, Sequel.function(:row_number).over(order: :id).as(:place))
        db[:circulation_recipients]
          .from(Sequel[:circulation_recipients], order.as(:o))
          .where(Sequel[:circulation_recipients][:id] => Sequel[:o][:id])
          .update(position: Sequel[:o][:place])
      end

      # Whom it asks is told by a hash over their addresses: each of them has a ledger of their own.
      def facts(circulation, people)
        addresses = people.order(:id).map(&:reached_at).join("\n")
        {
          "mode" => circulation.mode,
          "act" => circulation.act,
          "people" => people.count,
          "people_sha256" => Core::Ledger::Entry.digest(addresses),
          "record" => circulation.record&.number,
          "version" => circulation.version&.number,
          "sha256" => circulation.version&.sha256,
          "template" => circulation.template&.code,
          "declaration" => circulation.declaration,
          "least_level" => circulation.least_level,
          "starts_on" => circulation.starts_on&.iso8601,
          "ends_on" => circulation.ends_on&.iso8601
        }.compact
      end

      # SHA-256 of the document as each gets it who signs it by themselves and has no fields that differ; nil for all
      # others: what is one for all goes as it is, and what comes of a template is frozen for each.
      def frozen(draft)
        return if draft.for_all? || draft.template_id

        bytes = Core::Pdf::CertifyForSigning.call(
          office.blobs.get(draft.version.sha256),
          spots: CirculatedDocket.attachment_spots(draft),
          acting: [CirculatedDocket::LETTER],
          reason: I18n.t("in_document.reasons.sent", docket: draft.number),
          texts: {},
          faces: office.faces,
          **signature_options(:seal)
        )
        office.blobs.put(bytes)
      end
    end
  end
end
