# frozen_string_literal: true

module JustSeal
  module Cli
    # A check of a file that may come with the proof that it was there at a time: it is judged for that time, by what
    # was a proof then.
    module ProvedCheck
      # +report+: of the check; +existence+: Core::Ledger::Existence::Result, nil without a proof.
      Answer = Core::Value.of(:report, :existence) do
        def exit_code = existence && !existence.valid? ? [report.exit_code, 1].max : report.exit_code

        # Beside what the report tells.
        def told
          return {} unless existence
          return { "there_since" => existence.since.utc.iso8601 } if existence.valid?

          { "proof" => "fails", "reason" => existence.reason.to_s, "checkpoint" => existence.number }
        end

        # A line for people, nil without a proof.
        def words
          return unless existence
          return Cli.say("proof.since", time: Cli.time(existence.since)) if existence.valid?

          Cli.say("proof.fails", reason: reason, number: existence.number || "-")
        end

        private

        def reason
          key = "command_line.proof.reasons"
          I18n.t("#{key}.#{existence.reason}", default: :"#{key}.other")
        end
      end

      module_function

      # +options+: CheckOptions. Yields with what the check is asked, and takes its report.
      def call(bytes, options)
        asked = options.to_h
        proof = options.proof
        Ports::Confined.call do
          existence = proof && Core::Ledger::Existence.call(proof, bytes, **asked.except(:sealers))
          at = [asked[:at], (existence.since if existence&.valid?)].compact.min
          Answer.new(report: yield(**asked, at: at), existence: existence)
        end
      end
    end
  end
end
