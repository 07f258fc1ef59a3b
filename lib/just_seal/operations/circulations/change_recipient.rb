# frozen_string_literal: true

module JustSeal
  module Operations
    # Who is asked in somebody's place, who is asked no more, and who is tried once more.
    class ChangeRecipient < Operation
      # Hands over to whom +line+ means ("Name <address>", a contact or one of the staff). Returns the new
      # Store::CirculationRecipient. Raises Errors::Invalid keyed "line".
      def hand_over(actor, number:, id:, line:)
        transaction do
          circulation, old = found(actor, number, id)
          person = meant(actor, circulation, line)
          leave(actor, circulation, old, "handed_over")
          fresh = add(circulation, person, "handed_over", old)
          facts = { "from" => old.reached_at, "to" => fresh.reached_at }
          record_event_on(number, "circulation.handed_over", actor, facts)
          Jobs::SendCirculation.enqueue(circulation.id)
          fresh
        end
      end

      # Asks somebody no more.
      def take_out(actor, number:, id:)
        transaction do
          circulation, row = found(actor, number, id)
          leave(actor, circulation, row, "taken_out")
          record_event_on(number, "circulation.taken_out", actor, "email" => row.reached_at)
          row
        end
      end

      # Tries again to ask who could not be asked.
      def try_again(actor, number:, id:)
        transaction do
          circulation, row = found(actor, number, id)
          row.update(problem: nil)
          Jobs::SendCirculation.enqueue(circulation.id)
          row
        end
      end

      # Takes somebody out of +circulation+ because of +why+; what was sent is taken back. To be called in a
      # transaction.
      def leave(actor, circulation, row, why)
        raise Errors::Conflict.new(:done_already, name: row.name) if row.docket&.ended_at

        if row.docket
          reason = I18n.t("circulations.reasons.#{why}")
          WithdrawDocket.call(actor, number: row.docket.number, reason: reason)
        end
        row.update(left_at: now, left_because: why)
        circulation
      end

      # Adds +person+ (Core::Circulations::Recipient), who is asked like the others.
      def add(circulation, person, source, old = nil)
        place = circulation.recipients_dataset.max(:position).to_i + 1
        Store::CirculationRecipient.create(
          circulation_id: circulation.id,
          position: place,
          source: source,
          given: old ? old.given : Sequel.pg_jsonb({}),
          **person.to_h.slice(:kind, :account_id, :name, :email, :organisation, :job_title, :telephone, :unit)
        )
      end

      private

      def found(actor, number, id)
        circulation = CirculationLock.call(actor, number)
        row = circulation.recipients_dataset.here.where(id: id).for_update.first or raise Errors::Missing, :no_recipient
        unless Core::Circulations::States::RUNNING.include?(circulation.state)
          raise Errors::Conflict.new(:circulation_not_running, number: number)
        end

        [circulation, row]
      end

      def meant(actor, circulation, line)
        sight = Queries::VisibleScope.new(actor)
        people = Queries::CirculationPeople.new(
          { "lines" => line.to_s },
          sight: sight,
          owner_id: circulation.owner_id
        ).all
        raise Errors::Invalid, { "line" => Core::Problem.new(:members_unknown, names: [line]) } unless people.size == 1

        taken = circulation.recipients_dataset.here.select_map(%i[email telephone])
        return people.first if taken.none? { |place| Core::Dockets::Channels.key(*place) == people.first.key }

        raise Errors::Invalid, { "line" => Core::Problem.new(:asked_already, name: people.first.name) }
      end
    end
  end
end
