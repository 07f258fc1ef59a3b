# frozen_string_literal: true

module JustSeal
  module Operations
    # Notes what a tester found about one item of a sample.
    class TestSample < Operation
      # +verdict+: "pass" or "deviation"; a deviation needs a note. Raises Errors::Invalid.
      def call(actor, number:, position:, item:, verdict:, note:)
        refuse_unsaid(verdict, note)
        transaction do
          inquiry = InquiryLock.call(actor, number)
          row = tested(inquiry, position, item)
          row.update(verdict: verdict, note: note.strip, tested_by: actor.id, tested_at: now)
          facts = { "answer" => position, "item" => row.item, "verdict" => verdict, "note" => note.strip }
          record_event_on(number, "inquiry.tested", actor, facts)
          row
        end
      end

      private

      def refuse_unsaid(verdict, note)
        problems = {}
        problems["verdict"] = :verdict_missing unless %w[pass deviation].include?(verdict)
        problems["note"] = :deviation_unsaid if note.length > 1000 || (verdict == "deviation" && note.strip.empty?)
        raise Errors::Invalid, problems if problems.any?
      end

      def tested(inquiry, position, item)
        answer = inquiry.answers_dataset.first(position: position)
        raise Errors::Missing.new(:no_answer, number: inquiry.number, position: position) unless answer

        Store::SampleItem.where(answer_id: answer.id, position: item).for_update.first ||
          raise(Errors::Missing.new(:sample_no_item, item: item))
      end
    end
  end
end
