# frozen_string_literal: true

require "json"

module JustSeal
  module Operations
    # Works out one answer and keeps it. Safe to run twice: an answer that is done stays as it is.
    class AnswerQuestion < Operation
      STEP_SECONDS = 0.5
      # Those whose answer is a sealed report by itself.
      SEALED = %w[still_provable].freeze

      # Returns the answer.
      def call(answer_id)
        answer = Store::Answer[answer_id]
        return answer if answer.done?

        answer.update(state: "running", problem: nil, done: 0)
        result = compute(answer)
        keep(answer, result)
      rescue Errors::Invalid, Core::Refused => e
        answer.update(state: "failed", problem: Core::Problem.kept(e))
      end

      private

      def compute(answer)
        last = 0
        progress = lambda do |done, size|
          unless done.zero? || done == size || Process.clock_gettime(Process::CLOCK_MONOTONIC) - last > STEP_SECONDS
            next
          end

          last = Process.clock_gettime(Process::CLOCK_MONOTONIC)
          answer.update(done: done, size: size)
        end
        scope = Queries::InquiryScope.new(answer.inquiry.asked, zone: office.zone)
        Queries::Questions::ALL.fetch(answer.question).new(
          scope,
          answer.params.to_h,
          office: office,
          progress: progress
        ).call
      end

      def keep(answer, result)
        text = JSON.generate(result)
        sha256 = office.blobs.put(text)
        report = sealed_report(answer, result, sha256) if SEALED.include?(answer.question)
        transaction do
          answer.lock!
          next answer if answer.done?

          answer.update(state: "done", answered_at: now, result_sha256: sha256, report_sha256: report)
          items(answer, result) if answer.question == "sample"
          record_event_on(
            answer.inquiry.number,
            "inquiry.answered",
            Core::Actor::SYSTEM,
            { "answer" => answer.position, "sha256" => sha256, "report" => report }.compact
          )
          answer
        end
      end

      def sealed_report(answer, result, sha256)
        inquiry = answer.inquiry
        facts = { position: answer.position, number: inquiry.number, question: inquiry.question }
        office.blobs.put(
          SealReport.call(
            "title" => I18n.t("questions.#{answer.question}.title"),
            "lead" => say(:answer_title, **facts),
            "margin" => margin(inquiry, sha256).map { |name, value| [say("margin.#{name}"), value] },
            "sections" => [Words::Answer.of(JSON.parse(JSON.generate(result))).merge("title" => say(:checked))]
          )
        )
      end

      def say(key, **facts) = I18n.t("questions.pack.#{key}", **facts)

      def margin(inquiry, sha256)
        {
          inquiry: inquiry.number,
          asked_by: inquiry.asked_by,
          office: office.name,
          answered: now.utc.strftime("%F %T UTC"),
          sha256: sha256.scan(/.{4}/).join(" ")
        }
      end

      def items(answer, result)
        rows = result["lists"].find { |list| list["name"] == "sample" }["rows"]
        db[:sample_items].import(
          %i[answer_id position item stratum],
          rows.each.with_index(1).map do |(item, stratum), position|
            [answer.id, position, item, stratum]
          end
        )
      end
    end
  end
end
