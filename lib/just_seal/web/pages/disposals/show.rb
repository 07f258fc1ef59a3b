# frozen_string_literal: true

module JustSeal
  module Web
    module Pages
      module Disposals
        # A disposal: its lines, what was decided about each, who approved it, and what became of it.
        class Show < Page
          include EntryWords
          include LineWords
          include RetentionWords

          attr_reader :disposal, :found, :typed

          # +found+: Page of Store::DisposalLine; +place+: {shown:, after:} of the address; +typed+: what was refused.
          def initialize(context, disposal, found:, place:, typed: {}, problems: {})
            super(context)
            @disposal = disposal
            @found = found
            @place = place
            @typed = typed
            @problems = problems
          end

          def place = :records
          def scripts = reviews? ? %w[components/tick_all] : []
          def title = disposal.title
          def state = t("disposals.states.#{disposal.state}")
          def state_tone = List::TONES.fetch(disposal.state, "faded")

          def about
            disposal.record_class ? "#{disposal.record_class.code} #{disposal.record_class.title}" : t(".every_class")
          end

          def lead = t(".leads.#{disposal.state}")
          def shown = @place[:shown].to_s
          def entries = Queries::Disposals.entries(disposal)

          # What has fallen due by the same day and is on no list, while this one can still be given up.
          def left
            @left ||= disposal.state == "review" ? Queries::Disposals.due(disposal, at: now, zone: office.zone).left : 0
          end

          def left_words = counted_up_to("record", left, Queries::DueTo::MOST)

          # What can be done
          def works? = may?(:dispose)
          def reviews? = works? && disposal.state == "review"
          def hands_over? = reviews? && counts["undecided"].to_i.zero?
          def approving? = disposal.state == "approval"
          def approves? = works? && approving? && disposal.approvals.none? { |one| one.role == viewer.role }
          def takes_back? = works? && approving?
          def ends? = works? && %w[review approval].include?(disposal.state)
          def seen = @seen ||= Queries::Disposals.digest(disposal)
          def step(name) = disposal_step_path(disposal, name)
          def decide_path = disposal_step_path(disposal, :decide, **@place)

          def approvals
            disposal.approvals.map do |one|
              t(".approved_html", name: one.account.name, role: t("roles.#{one.role}"), time: time_tag(one.approved_at))
            end
          end

          # Narrowings of the list: [[key, words, count], ...]
          def shown_by
            known = Queries::Disposals::SHOWN.select { |key| counts.key?(key) }
            known.map { |key| [key, t(".shown.#{key}"), number(counts.fetch(key))] }
          end

          def all = number(counts.slice("undecided", "destroy", "keep").values.sum)
          def counts = @counts ||= Queries::Disposals.counts(disposal)

          # A line
          def held(line) = holds.fetch(line.record_id, []).first

          # [words, class]
          def decision(line)
            return outcome(line) if line.outcome
            return [t(".undecided"), "late"] unless line.decision

            [t(".decided.#{line.decision}", name: line.decider.name), line.decision == "keep" ? "sealed" : "bad"]
          end

          def why(line) = line.problem ? Words.kept(line.problem) : line.because
          def older_path = found.next_key && disposal_path(disposal, **@place.slice(:shown), after: found.next_key)

          private

          def holds = @holds ||= disposal.state == "done" ? {} : Queries::Disposals.holds(found.rows)

          def outcome(line)
            tone = { "destroyed" => "faded", "kept" => "sealed", "refused" => "late" }.fetch(line.outcome)
            [t(".outcomes.#{line.outcome}"), tone]
          end
        end
      end
    end
  end
end
