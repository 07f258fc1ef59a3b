# frozen_string_literal: true

module JustSeal
  module Operations
    # Asks one person whom a circulation is to ask. Safe to run twice, and by several processes at once: each takes who
    # is not taken.
    class SendCirculated < Operation
      # +recipient_id+: of somebody who is to be asked. Returns the Store::Docket, nil where there is nothing to do.
      # What can't be sent is kept with the person as a problem, and keeps nobody else. Raises Errors::Unavailable while
      # an authority is away.
      def call(recipient_id)
        recipient = Store::CirculationRecipient[recipient_id]
        circulation = recipient.circulation
        return unless %w[sending out].include?(circulation.state)

        actor = self.class.sender(circulation)
        docket = transaction { drafted(actor, circulation, recipient_id) } or return
        docket.state == "draft" ? SendDocket.call(actor, number: docket.number) : docket
      rescue Errors::Unavailable
        raise
      rescue Error, Core::Refused => e
        keep_problem(recipient_id, e)
      end

      # Whoever circulates, as what is done for them by jobs tells it.
      def self.sender(circulation)
        owner = circulation.owner
        Core::Actor.new(kind: "staff", id: owner.id, name: owner.name, role: owner.role, unit: owner.unit, via: "job")
      end

      private

      # The docket: out already where nothing is frozen for this person alone.
      def drafted(actor, circulation, recipient_id)
        recipient = Store::CirculationRecipient.where(id: recipient_id).for_update.skip_locked.first
        return if recipient.nil? || recipient.left_at
        return left_as_draft(recipient) if recipient.docket_id

        docket = CirculatedDocket.call(actor, circulation, recipient)
        check_reachable(docket)
        circulation.template_id ? docket : dispatch(actor, circulation, docket)
      end

      # A process that died between the draft and the sending left one.
      def left_as_draft(recipient) = recipient.docket.then { |docket| docket if docket.state == "draft" }

      def dispatch(actor, circulation, docket)
        document = docket.documents.first
        sha256 = circulation.for_all? ? document.version.sha256 : circulation.frozen_sha256
        DocketDispatch.call(actor, docket, { document.id => sha256 })
      end

      # Nobody is asked for what they can't prove.
      def check_reachable(docket)
        docket.parties.each do |party|
          raise Errors::Invalid, { "telephone" => :texts_not_set_up } if party.channels == ["text"] && !office.texts

          standing = Queries::AssuranceStatus.new(docket, party, at: now)
          next if standing.reachable?

          raise Errors::Invalid, { "floor" => Core::Problem.new(:floor_not_reached, level: standing.wanted) }
        end
      end

      def keep_problem(recipient_id, problem)
        kept = problem.is_a?(Errors::Invalid) ? problem.problems.values.first : problem
        transaction do
          row = Store::CirculationRecipient.where(id: recipient_id).for_update.first
          row.update(problem: Core::Problem.kept(kept))
        end
        nil
      end
    end
  end
end
