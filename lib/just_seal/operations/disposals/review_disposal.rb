# frozen_string_literal: true

module JustSeal
  module Operations
    # What people do with a disposal before it runs: they decide line by line, hand it to those who approve, take it
    # back, approve it, or give it up.
    class ReviewDisposal < Operation
      MAX_REASON = 500
      # So many of different roles.
      PERSONS = 2

      # +ids+: of lines; +decision+: "destroy" or "keep"; +because+: text, wanted for what is kept. Returns the
      # Store::Disposal.
      def decide(actor, number:, ids:, decision:, because: "")
        because = because.strip
        change(actor, number, %w[review]) do |disposal|
          raise Errors::Invalid, { "because" => :say_why_kept } if decision == "keep" && because.empty?
          raise Errors::Invalid, { "because" => too_long } if because.length > MAX_REASON

          lines = Store::DisposalLine.where(disposal_id: disposal.id, id: ids).eager(:record).order(:id).all
          raise Errors::Invalid, { "lines" => :choose_lines } if lines.empty?

          refuse_held(lines) if decision == "destroy"
          note(actor, disposal, lines, decision, because)
          Store::DisposalLine.where(id: lines.map(&:id)).update(
            decision: decision,
            because: because.empty? ? nil : because,
            decided_by: actor.id,
            decided_at: now
          )
        end
      end

      # To those who approve it. Raises Errors::Invalid while lines are undecided, or nothing would be destroyed.
      def hand_over(actor, number:)
        change(actor, number, %w[review]) do |disposal|
          open = disposal.lines_dataset.undecided.count
          raise Errors::Invalid, { "lines" => Core::Problem.new(:lines_undecided, count: open) } if open.positive?
          if disposal.lines_dataset.where(decision: "destroy").empty?
            raise Errors::Invalid, { "lines" => :nothing_to_destroy }
          end

          record_event_on(number, "disposal.handed_over", actor, "list_sha256" => Queries::Disposals.digest(disposal))
          disposal.update(state: "approval")
        end
      end

      # Back to be looked at: what was approved by then is void.
      def take_back(actor, number:, because:)
        because = because.strip
        raise Errors::Invalid, { "because" => :say_why_back } if because.empty?
        raise Errors::Invalid, { "because" => too_long } if because.length > MAX_REASON

        change(actor, number, %w[approval]) do |disposal|
          record_event_on(number, "disposal.taken_back", actor, "because" => because)
          disposal.approvals_dataset.delete
          disposal.update(state: "review")
        end
      end

      # The second of two persons of different roles sets it going. +seen+: the hash of the list that was shown.
      # Raises Errors::Conflict where somebody of that role has approved it, or the list is another one.
      def approve(actor, number:, seen:)
        change(actor, number, %w[approval]) do |disposal|
          list = Queries::Disposals.digest(disposal)
          raise Errors::Conflict, :disposal_list_changed unless list == seen
          raise Errors::Conflict, :approved_in_role if disposal.approvals.any? { |one| one.role == actor.role }

          record_event_on(number, "disposal.approved", actor, "role" => actor.role, "list_sha256" => list)
          Store::DisposalApproval.create(
            disposal_id: disposal.id,
            role: actor.role,
            account_id: actor.id,
            approved_at: now,
            list_sha256: list
          )
          disposal.approvals_dataset.count < PERSONS ? disposal : run(disposal)
        end
      end

      # Nothing of it is destroyed.
      def end(actor, number:)
        change(actor, number, %w[review approval]) do |disposal|
          record_event_on(number, "disposal.ended", actor)
          disposal.update(state: "ended", ended_at: now)
        end
      end

      private

      def too_long = Core::Problem.new(:too_long, limit: MAX_REASON)

      def change(actor, number, states)
        allow!(actor, :dispose)
        transaction do
          disposal = Store::Disposal.locked(number)
          raise Errors::Conflict.new(:disposal_moved_on, number: number) unless states.include?(disposal.state)

          yield disposal
          disposal.refresh
        end
      end

      def refuse_held(lines) = HoldGate.pass(*lines.map(&:record))

      def note(actor, disposal, lines, decision, because)
        facts = { "decision" => decision, "records" => lines.map { |line| line.record.number } }
        facts["because"] = because unless because.empty?
        record_event_on(disposal.number, "disposal.reviewed", actor, facts)
      end

      def run(disposal)
        record_event_on(disposal.number, "disposal.begun", Core::Actor::SYSTEM)
        Jobs::RunDisposal.enqueue(disposal.id)
        disposal.update(state: "running", begun_at: now)
      end
    end
  end
end
