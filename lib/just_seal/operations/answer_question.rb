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
          enter_on(
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
        title = Queries::Questions::ALL.fetch(answer.question).title
        office.blobs.put(
          SealReport.call(
            "title" => title,
            "lead" => "Answer #{answer.position} to inquiry #{inquiry.number}: #{inquiry.question}",
            "margin" => [
              ["Inquiry", inquiry.number],
              ["Asked by", inquiry.asked_by],
              ["Office", office.settings.office],
              ["Answered", now.utc.strftime("%F %T UTC")],
              ["SHA-256 of the answer", sha256.scan(/.{4}/).join(" ")]
            ],
            "sections" => [result.merge("title" => "What was checked")]
          )
        )
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
