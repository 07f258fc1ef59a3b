# frozen_string_literal: true

module JustSeal
  module Operations
    # Closes an inquiry with its answer pack: a sealed report, all lists, the evidence of the dockets concerned, in one
    # signed container. A job does it, since it takes time.
    class CloseInquiry < Operation
      # Asks for it. +blank+: is personal data that the questions don't need left out?
      def ask(actor, number:, blank: false)
        transaction do
          inquiry = InquiryLock.call(actor, number)
          raise Errors::Conflict.new(:pack_in_work, number: number) if inquiry.closing_at && inquiry.problem.nil?
          if inquiry.answers_dataset.where(state: "done").empty?
            raise Errors::Conflict.new(:no_answer_yet, number: number)
          end
          raise Errors::Conflict.new(:answer_in_work, number: number) if inquiry.answers_dataset.unfinished.any?

          inquiry.update(closing_at: now, blanked: blank, problem: nil)
          record_event_on(
            number,
            "inquiry.closing",
            actor,
            { "answers" => inquiry.answers_dataset.where(state: "done").count, "blanked" => blank ? "yes" : "no" }
          )
          Jobs::CloseInquiry.enqueue(inquiry.id)
          inquiry
        end
      end

      # Puts the pack together. Safe to run twice.
      def call(inquiry_id)
        inquiry = Store::Inquiry[inquiry_id]
        return inquiry unless inquiry.open? && inquiry.closing_at

        sha256 = office.blobs.put(packed(inquiry))
        transaction do
          inquiry.lock!
          next inquiry unless inquiry.open?

          inquiry.update(closed_at: now, pack_sha256: sha256)
          end_access(inquiry)
          record_event_on(inquiry.number, "inquiry.closed", Core::Actor::SYSTEM, { "pack" => sha256 })
          inquiry
        end
      end

      # Auditors from outside may still read for so long.
      END_AFTER_SECONDS = 30 * 86_400

      private

      def packed(inquiry)
        pack = Queries::AnswerPack.new(inquiry, office: office, blank: inquiry.blanked, checkpoint: TakeCheckpoint.call)
        report = SealReport.call(pack.report)
        Core::Bundle::Package.write({ "report.pdf" => report, **pack.files }, **signature_options(:seal))
      end

      def end_access(inquiry)
        latest = now + END_AFTER_SECONDS
        Store::Account.where(inquiry_id: inquiry.id).where(Sequel[:ends_at] > latest).update(ends_at: latest)
      end
    end
  end
end
