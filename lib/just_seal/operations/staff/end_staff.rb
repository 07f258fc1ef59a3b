# frozen_string_literal: true

module JustSeal
  module Operations
    # Ends the account of somebody who leaves: they are signed out, and what they enrolled counts no more. What is still
    # open in their name goes to somebody else; what they did stays what it was.
    class EndStaff < StaffAccounts
      # What whoever takes over has to have the right to => kinds of Queries::OpenWork
      NEEDED = {
        send: %i[dockets seats records intakes templates],
        inquire: %i[inquiries],
        watch: %i[watches]
      }.freeze

      # +to_id+: account of whoever takes over; nil where nothing is open. Returns {kind => how many were handed over}.
      # Raises Errors::Invalid keyed "reason" or "to", Errors::Conflict for the last administrator.
      def call(actor, account_id:, reason:, to_id: nil)
        allow!(actor, :keep_staff)
        said = reason(reason)
        raise Errors::Forbidden, :own_end if actor.id == account_id

        transaction do
          account = locked(account_id)
          raise Errors::Conflict.new(:account_ended, name: account.name) if account.status_id == ENDED

          refuse_last(account)
          work = Queries::OpenWork.new(account)
          hand_over(actor, work, successor(work, to_id)) if work.counts.any?
          close(actor, account, said, work.counts)
        end
      end

      private

      # The account that takes over: it may do what is handed to it.
      def successor(work, to_id)
        found = to_id && Store::Account.live.where(id: to_id).exclude(id: work.account.id).for_update.first
        raise Errors::Invalid, { "to" => Core::Problem.new(:successor_missing, name: work.account.name) } unless found

        fit = NEEDED.all? do |right, kinds|
          kinds.none? { |kind| work.counts.key?(kind) } || Core::Rights.may?(found.role, right)
        end
        raise Errors::Invalid, { "to" => Core::Problem.new(:successor_unfit, name: found.name) } unless fit

        found
      end

      def hand_over(actor, work, to)
        facts = { "from" => work.account.name, "to" => to.name }
        work.of(:dockets).each { |docket| hand_docket(actor, docket, to, facts) }
        work.of(:inquiries).each { |inquiry| hand_inquiry(actor, inquiry, to, facts) }
        work.of(:records).each { |record| FreeRecord.call(actor, number: record.number) }
        work.of(:seats).each { |seat| hand_seat(actor, seat, to) }
        hand_rows(work, to)
      end

      # Where no more is to be told than what their rows state.
      def hand_rows(work, to)
        work.of(:intakes).each { |intake| intake.update(account_id: to.id) }
        work.of(:templates).each { |template| template.update(owner_id: to.id) }
        work.of(:units).each { |unit| unit.update(head_id: to.id) }
        work.of(:watches).each { |watch| watch.update(account_id: to.id) }
        work.of(:draft_seats).each { |party| party.update(to.seat) }
      end

      def hand_seat(actor, party, to)
        ReplaceParty.call(actor, number: party.docket.number, letter: party.letter, account_id: to.id)
      end

      def hand_inquiry(actor, inquiry, to, facts)
        inquiry.update(worker_id: to.id)
        record_event_on(inquiry.number, "inquiry.handed_over", actor, facts)
      end

      def hand_docket(actor, docket, to, facts)
        Store::Docket.where(id: docket.id).for_update.first.update(owner_id: to.id)
        record_event(docket, "docket.handed_over", actor, facts)
      end

      def close(actor, account, said, counts)
        end_sessions(account)
        end_links(account)
        end_programs(actor, account)
        Store::Deputy.live.where(Sequel.|({ account_id: account.id }, { deputy_id: account.id })).update(ended_at: now)
        Store::Authenticator.where(account_id: account.id).bound.update(removed_at: now, removed_because: said)
        db[:account_password_hashes].where(id: account.id).delete
        account.update(status_id: ENDED, ended_because: said, may_enrol_until: nil, edits: account.edits + 1)
        facts = counts.transform_keys(&:to_s).merge("reason" => said)
        tell(actor, "account.ended", account, facts)
        counts
      end

      # Tokens and webhooks tell and do what this person might; they go with them.
      def end_programs(actor, account)
        tokens = Store::ApiToken.where(account_id: account.id, ended_at: nil).select_order_map(:id)
        tokens.each { |id| KeepTokens.new.end(actor, id: id) }
        hooks = Store::Webhook.where(account_id: account.id, ended_at: nil).select_order_map(:id)
        hooks.each { |id| KeepWebhooks.new.end(actor, id: id) }
      end
    end
  end
end
