# frozen_string_literal: true

module JustSeal
  module Operations
    # A party comes in by its personal link: a visit begins, or goes on in the browser in which it began. That somebody
    # holds the link is a proof, and is recorded as one of this visit.
    class OpenRoom < Operation
      # Coming back within this time makes no new entry.
      PAUSE_SECONDS = 15 * 60

      # [Store::Docket, Store::PersonalLink] of +token+. Raises Errors::Missing for a link that never was, or opens
      # nothing any more. Reads only: a mail scanner that follows links does nothing by it.
      def self.look(token)
        link = Store::PersonalLink.first(token_sha256: Store::PersonalLink.digest(token)) or
          raise Errors::Missing, :link_not_valid
        refuse_replaced(link.party.docket, link)
        [link.party.docket, link]
      end

      # The link of an address that was corrected, or of somebody who was replaced, opens nothing any more.
      def self.refuse_replaced(docket, link)
        party = link.party
        return unless link.ended_at && docket.state == "out" && %w[waiting invited opened proved].include?(party.state)

        raise Errors::Missing.new(:taken_on_by, name: party.name) if link.member

        raise Errors::Missing.new(:link_ended, name: docket.owner.name)
      end
      private_class_method :refuse_replaced

      # Has the party of +visit+ come in by its link or by its account, or was it led in by whoever has seen it, as long
      # ago as a proof counts at most?
      def self.here?(visit, at:)
        methods = visit.link[:method] == "in_person" ? %w[seen] : [*Core::Assurance::Methods::LINKS, "account"]
        since = at - (Core::Assurance::Level::FRESH_MINUTES * 60)
        visit.proofs_dataset.where(method: methods).where(Sequel[:proved_at] > since).any?
      end

      # +secrets+: {handle => secret} of the visits that the browser knows; +host+: name of the member of staff on whose
      # device it is; +origin+: address, client and via of the request. Returns [Store::Visit, secret of one that began,
      # nil for one that goes on]; nil where nobody may act. Raises as .look.
      def call(token, secrets: {}, host: nil, **origin)
        transaction do
          docket, link = locked(token)
          next unless link.ended_at.nil? && acting?(docket, link.party)

          visit, secret = resumed(link, secrets) || begun(docket, link, host: host, **origin)
          come_in(docket, visit, visit.actor(**origin))
          [visit, secret]
        end
      end

      # The same browser comes in again, after what it proved has grown old. Returns the visit.
      def again(visitor)
        transaction do
          docket, _party, visit = Room.enter(visitor)
          come_in(docket, visit, visitor, "again" => true)
          visit
        end
      end

      private

      # The link as it is once nobody else changes its docket.
      def locked(token)
        _docket, link = self.class.look(token)
        docket = Store::Docket.where(id: link.party.docket_id).for_update.first
        self.class.look(token)
        [docket, link.refresh.tap { link.associations.clear }]
      end

      def acting?(docket, party)
        docket.state == "out" && !party.group? &&
          Core::Dockets::Turns.may_act?(party.seat, docket.parties_dataset.map(&:seat))
      end

      # [visit] that goes on, by this link or by an earlier one of the same kind; nil without one. Links by mail and by
      # text message are one kind: who has both in one browser holds mailbox and telephone.
      def resumed(link, secrets)
        visit = Store::Visit.live.where(party_id: link.party_id, handle: secrets.keys).all.find do |one|
          one.open?(now) && same_kind?(one.link, link) && one.opened_by?(secrets[one.handle])
        end
        visit&.update(link_id: link.id, used_at: now)
        visit && [visit, nil]
      end

      def same_kind?(one, other)
        one[:method] == other[:method] || ([one[:method], other[:method]] - Core::Assurance::Methods::LINKS).empty?
      end

      def begun(docket, link, **about)
        others = Store::Visit.live.where(party_id: link.party_id).eager(:link).all.select { |one| one.usable?(now) }
        visit, secret = Store::Visit.begin(link, at: now, **about)
        enter(docket, visit, others)
        tell(docket, visit) if others.any?
        [visit, secret]
      end

      def enter(docket, visit, others)
        actor = visit.actor(**visit.values.slice(:address, :client, :via))
        facts = { "party" => visit.party.letter }
        if visit.party.state == "invited"
          move_party(visit.party, :open)
          record_event(docket, "party.opened", actor, facts)
          tell_sender(docket, visit.party)
        else
          record_event(docket, "party.came_again", actor, { **facts, "open" => others.map(&:number) })
        end
      end

      # Of a circulation the sender sees it on its page.
      def tell_sender(docket, party)
        return if docket.circulation_id || party.account_id == docket.owner_id

        SenderNotice.call(docket, "opened", :opened, who: party.name, about: { "who" => party.name })
      end

      # Another browser is at the same turn: whoever the party is has to know.
      def tell(docket, visit)
        about = {
          "at" => Core::Ledger::Entry.time(now),
          "address" => visit.address.to_s,
          "client" => visit.client.to_s
        }
        Messages.post(docket, :second_visit, to: visit.party, at: now, about: about)
      end

      def come_in(docket, visit, actor, facts = {})
        method = visit.link[:method]
        return adopt_seen(visit) if method == "in_person"
        return if visit.proofs_dataset.where(method: method).where(Sequel[:proved_at] > now - PAUSE_SECONDS).any?

        facts = facts.merge(account_facts(visit.link)) if method == "account"
        facts = facts.merge("to" => telephone(visit.party)) if method == "text_link"
        ProofRecorder.new(docket, visit.party, actor).keep(method, facts)
      end

      def telephone(party) = Core::Contacts::Telephone.masked(party.telephone)

      # +link+: Store::PersonalLink.
      def account_facts(link)
        vouched = link.vouched.to_h.reject { |_, value| value.empty? }
        { "factors" => link.factors, **vouched }
      end

      # That somebody was seen counts in the visit on the device of whoever has seen them.
      def adopt_seen(visit)
        visit.party.proofs_dataset.where(method: "seen", visit_id: nil, void: false).update(visit_id: visit.id)
      end
    end
  end
end
