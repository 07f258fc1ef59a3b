# frozen_string_literal: true

module JustSeal
  module Operations
    # While what is circulated is in force: asks staff who have joined those whom the circulation is for, and takes back
    # what waits for those who have left them. Safe to run twice.
    class FollowUnits < Operation
      # All circulations that follow. Returns [number who joined, number who left].
      def call
        ids = Store::Circulation.where(state: %w[sending stopped out])
          .where(Sequel.|(:asks_joiners, :withdraws_leavers))
          .select_map(:id)
        ids.map { |id| transaction { one(id) } }.inject([0, 0]) { |all, some| all.zip(some).map(&:sum) }
      end

      private

      def one(id)
        circulation = Store::Circulation.where(id: id).for_update.first
        today = office.zone.to_local(now).to_date
        in_force = Core::Circulations::Timing.in_force?(today, circulation.starts_on, circulation.ends_on)
        return [0, 0] unless Core::Circulations::States::RUNNING.include?(circulation.state) && in_force

        actor = SendCirculated.sender(circulation)
        meant = meant(circulation, actor)
        [
          circulation.asks_joiners ? joined(circulation, meant) : 0,
          circulation.withdraws_leavers ? left(actor, circulation, meant) : 0
        ]
      end

      def meant(circulation, actor)
        Queries::CirculationPeople.new(
          circulation.choice.to_h,
          sight: Queries::VisibleScope.new(actor),
          owner_id: circulation.owner_id
        )
      end

      # Who was asked before, and left, is asked anew.
      def joined(circulation, meant)
        here = circulation.recipients_dataset.here.select_map(Sequel.function(:lower, :email))
        ids = meant.staff_ids
        fresh = meant.all.select { |one| ids.include?(one.account_id) && !here.include?(one.email.downcase) }
        fresh.each do |person|
          ChangeRecipient.new.add(circulation, person, "joined")
          told(circulation, "circulation.joined", person)
        end
        Jobs::SendCirculation.enqueue(circulation.id) if fresh.any?
        fresh.size
      end

      # Those who came by where they stand, and do no more; what they have done stays done.
      def left(actor, circulation, meant)
        ids = meant.staff_ids
        gone = circulation.recipients_dataset.here.where(kind: "staff", source: %w[chosen joined])
          .exclude(account_id: ids)
          .all
          .reject { |row| listed?(meant, row) || row.docket&.ended_at }
        gone.each do |row|
          ChangeRecipient.new.leave(actor, circulation, row, "left_unit")
          told(circulation, "circulation.left", row)
        end
        gone.size
      end

      def told(circulation, kind, person)
        facts = { "email" => person.email, "unit" => person.unit }
        record_event_on(circulation.number, kind, Core::Actor::SYSTEM, facts)
      end

      # Is somebody there by name, in a group or a line?
      def listed?(meant, row) = meant.all.any? { |one| one.account_id == row.account_id }
    end
  end
end
