# frozen_string_literal: true

module JustSeal
  module Operations
    # Asks a prepared question in an inquiry. A job answers it: what reads everything in scope shows its progress.
    class AskQuestion < Operation
      # What each question wants to be told, with its longest length.
      PARAMS = {
        "this_document" => { "document" => 100 },
        "this_person" => { "person" => 254 },
        "who_acknowledged" => { "record" => 100, "version" => 6, "day" => 10 },
        "sample" => {
          "kind" => 20,
          "of" => 20,
          "confidence" => 6,
          "tolerable" => 6,
          "expected" => 6,
          "seed" => 80
        }
      }.freeze

      # +given+: what was typed. Returns the answer that is to come. Raises Errors::Invalid.
      def call(actor, number:, question:, given: {})
        params = params(question, given)
        transaction do
          inquiry = InquiryLock.call(actor, number)
          answer = Store::Answer.create(
            inquiry_id: inquiry.id,
            position: inquiry.answers_dataset.max(:position).to_i + 1,
            question: question,
            params: Sequel.pg_jsonb(params),
            asked_by: actor.id,
            asked_at: now
          )
          record_event_on(
            number,
            "inquiry.asked",
            actor,
            { "answer" => answer.position, "question" => question, "params" => params }
          )
          Jobs::AnswerQuestion.enqueue(answer.id)
          answer
        end
      end

      private

      def params(question, given)
        raise Errors::Missing, :no_such_question unless Queries::Questions::ALL.key?(question)

        wanted = PARAMS.fetch(question, {})
        params = wanted.to_h { |name, most| [name, given[name].to_s.strip[0, most]] }
        asked = Queries::Questions::ALL.fetch(question)
        problems = if asked.respond_to?(:problems)
          asked.problems(params)
        else
          params.select { |_, text| text.empty? }.transform_values { :subject_missing }
        end
        raise Errors::Invalid, problems if problems.any?

        params
      end
    end
  end
end
