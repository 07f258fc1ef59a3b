# frozen_string_literal: true

module JustSeal
  module Operations
    # Does to the dockets of a circulation, a batch at a time, what somebody wants done to all that are open. Safe to
    # run twice: what was done to one is not done again, or does no harm.
    class SteerRecipients < Operation
      BATCH = 50

      # Dockets on which somebody still can act.
      def self.open(circulation) = Store::Docket.where(circulation_id: circulation.id, state: "out")

      # +what+: "remind", "extend" or "withdraw"; +facts+: "due_on" or "reason"; +after+: id of the last docket of the
      # batch before. Returns the id after which it goes on, nil at the end.
      def call(circulation_id, what, actor, facts, after: 0)
        circulation = Store::Circulation[circulation_id]
        dockets = Store::Docket.where(circulation_id: circulation.id, state: what == "withdraw" ? %w[draft out] : "out")
        found = dockets.where { id > after }.order(:id).limit(BATCH).select_map(%i[id number])
        found.each { |_, number| one(what, actor, number, facts) }
        found.last&.first
      end

      private

      def one(what, actor, number, facts)
        case what
        when "remind" then remind(actor, number)
        when "extend" then extend_deadline(actor, number, Date.iso8601(facts.fetch("due_on")))
        when "withdraw" then WithdrawDocket.call(actor, number: number, reason: facts.fetch("reason"))
        end
      rescue Errors::Conflict, Errors::Forbidden, Errors::Missing
        nil # it has ended, was reminded or changed meanwhile, or whoever wants it lost the right to this one
      end

      def remind(actor, number)
        docket = Store::Docket.first(number: number)
        parties = docket.parties.select { |party| Core::Dockets::States::MAY_ACT.include?(party.state) }
        parties.each { |party| RemindParty.call(actor, number: number, letter: party.letter) }
      end

      def extend_deadline(actor, number, day)
        deadline = EditDocket.closing(day, office)
        return if Store::Docket.where(number: number, deadline: deadline).any?

        ChangeDeadline.call(actor, number: number, deadline: deadline)
      end
    end
  end
end
