# frozen_string_literal: true

module JustSeal
  module Web
    module Pages
      module Evidence
        # How long the proofs of sealed files last, and what is renewed when.
        class Health < Page
          attr_reader :health, :ledger, :mark

          # +health+: Queries::EvidenceHealth; +ledger+: Queries::LedgerHealth; +mark+: what the renewals stood at;
          # +by+: the day that was typed.
          def initialize(context, health, ledger:, mark:, by: nil, problems: {})
            super(context)
            @health = health
            @ledger = ledger
            @mark = mark
            @by = by
            @problems = problems
          end

          # Changes with every file that is renewed.
          def self.mark(health)
            health.batches.map { |batch| [batch.id, batch.done, batch.problems.size].join("-") }.join(" ")
          end

          def place = :evidence
          def scripts = %w[components/live]
          def problem = problems["by"]
          def mark_path = "#{evidence_health_path}/mark"
          def renew_path = "#{evidence_health_path}/renew"
          def renews? = may?(:renew)
          def due = health.due.zero? ? t(".none") : number(health.due)
          def due_tone = health.due.zero? ? "sealed" : "late"
          def by = @by.to_s.empty? ? day(now, :machine) : @by
          def batches = @batches ||= health.batches

          def progress(batch)
            done = batch.done
            return t(".all_renewed") if done == batch.size

            passed_on = batch.passed_on
            words = t(".renewed", count: done)
            passed_on.positive? ? t(".passed_on", renewed: words, count: passed_on) : words
          end

          def batch_problems(batch) = batch.problems.map { |one| Words.kept(one.problem) }.uniq.first(2).join(" ")

          def footing
            health.footing.map { |what, key, digest, count| [part(what), key, digest, number(count)] }
          end

          def covered_until
            newest = ledger.newest or return t(".no_checkpoint")
            t(".covered_until", number: newest.number, day: day(ledger.ends_at, :short_year), digest: newest.digest)
          end

          # What is called by another digest, as lines; none while the first one holds.
          def contents
            return [] unless ledger.digest

            counts = ledger.contents.transform_values { |count| number(count) }
            [t(".called_anew", digest: ledger.digest, **counts)]
          end

          def unread? = ledger.digest && ledger.contents[:unread].positive?
          def authority_until(one) = day(one.until, :short_year)
          def authority_asked(one) = one.asked_at ? time_tag(one.asked_at, :short) : t(".never_asked")
          def authority_problems? = ledger.authorities.any?(&:problem)
          def authority_problem(one) = one.problem && Words.kept(one.problem)

          # +what+: of Core::Pdf::CryptographicDependencies, as it was kept.
          def part(what) = t(".parts.#{what.tr(" -", "__")}")
          def kind(row) = t("version_kinds.#{row.version.kind}")
        end
      end
    end
  end
end
