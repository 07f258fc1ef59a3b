# frozen_string_literal: true

module JustSeal
  module Web
    module Pages
      module Transfers
        # A transfer: its lines, their packages, and what the archive has confirmed.
        class Show < Page
          include EntryWords
          include LineWords

          attr_reader :transfer, :found, :typed

          # +found+: Page of Store::TransferLine; +place+: {shown:, after:} of the address; +typed+: what was refused.
          def initialize(context, transfer, found:, place:, typed: {}, problems: {})
            super(context)
            @transfer = transfer
            @found = found
            @place = place
            @typed = typed
            @problems = problems
          end

          TONES = { "packed" => "plain", "kept" => "faded", "refused" => "late", "confirmed" => "sealed" }.freeze

          def place = :records
          def scripts = reviews? ? %w[components/tick_all] : []
          def title = transfer.title
          def state = t("transfers.states.#{transfer.state}")
          def state_tone = List::TONES.fetch(transfer.state, "faded")

          def about
            transfer.record_class ? "#{transfer.record_class.code} #{transfer.record_class.title}" : t(".every_class")
          end

          def lead = t(".leads.#{transfer.state}")
          def shown = @place[:shown].to_s
          def entries = Queries::Transfers.entries(transfer)

          # What has fallen due by the same day and is on no list, while this one can still be given up.
          def left
            @left ||= transfer.state == "review" ? Queries::Transfers.due(transfer, at: now, zone: office.zone).left : 0
          end

          def left_words = counted_up_to("record", left, Queries::DueTo::MOST)

          # What can be done
          def works? = may?(:dispose)
          def reviews? = works? && transfer.state == "review"
          def hands_out? = works? && packages.positive?
          def receives? = works? && %w[packed received].include?(transfer.state) && counts.key?("packed")
          def ends? = works? && %w[review packed].include?(transfer.state)
          def disposes? = works? && counts.key?("confirmed") && transfer.state == "received"
          def step(name) = transfer_step_path(transfer, name)
          def keep_path = transfer_step_path(transfer, :keep, **@place)
          def dispose_path = "#{disposals_path}/new?transfer=#{transfer.number}"
          def package_path(line) = "#{transfer_path(transfer)}/packages/#{line.record.number}"
          def package?(line) = works? && !line.package_sha256.nil?
          def received_on = typed["received_on"] || local(context.now).to_date.iso8601

          # Narrowings of the list: [[key, words, count], ...]
          def shown_by = counts.map { |key, count| [key, t(".shown.#{key}"), number(count)] }
          def all = number(transfer.lines_dataset.count)
          def counts = @counts ||= Queries::Transfers.counts(transfer)

          # A line

          # [words, class]
          def standing(line)
            return [t(".outcomes.#{outcome(line)}"), TONES.fetch(outcome(line), "faded")] if line.outcome
            return [t(".kept", name: line.decider.name), "faded"] if line.kept_because

            [t(".goes"), "plain"]
          end

          def why(line) = line.problem ? Words.kept(line.problem) : line.kept_because
          def older_path = found.next_key && transfer_path(transfer, **@place.slice(:shown), after: found.next_key)

          private

          def packages = counts.fetch("packed", 0) + counts.fetch("confirmed", 0)

          def outcome(line)
            return line.outcome unless line.identifier

            line.record.destroyed? ? "gone" : "confirmed"
          end
        end
      end
    end
  end
end
