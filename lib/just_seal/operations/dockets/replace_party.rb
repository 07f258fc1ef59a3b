# frozen_string_literal: true

module JustSeal
  module Operations
    # Corrects the address of a party that has not acted, or puts somebody else in its place. Its links die, what it
    # proved and agreed to counts no more, and whoever it is now is invited anew when it is its turn. Who only has
    # another address keeps telephone and phrase; of somebody else they are given anew.
    class ReplaceParty < Operation
      # +name+, +email+, +organisation+: text of somebody outside; +account_id+: of a member of staff instead;
      # +telephone+, +phrase+: by which they can prove who they are, "" for none or as before. Returns the party.
      # Raises Errors::Invalid keyed "name", "email", "telephone" or "phrase", Errors::Conflict when the party has acted
      # or the docket has ended.
      def call(
        actor, number:, letter:, name: "", email: "", organisation: "", account_id: nil, telephone: "", phrase: ""
      )
        values = account_id ? staff(account_id) : outside(name, email, organisation, telephone.strip)
        values = values.merge(proofs(telephone.strip, phrase.strip)) unless account_id
        transaction do
          docket = Store::Docket.locked(number)
          allow_docket!(actor, docket, :send)
          party = Store::Party.where(docket_id: docket.id, letter: letter).for_update.first
          raise Errors::Missing.new(:no_party, number: number, letter: letter) unless party

          check(docket, party, values)
          change(actor, docket, party, values)
        end
      end

      private

      def staff(id)
        row = Store::Account.live.first(id: id) or raise Errors::Invalid, { "account" => :member_missing }
        row.seat
      end

      # Who has no mail address is reached by telephone.
      def outside(name, email, organisation, telephone)
        reached = !telephone.empty? && !office.texts.nil?
        PartySuccession.outside(name, email, organisation, faces: office.faces, reached: reached)
      end

      # A phrase is slow to keep by intent: before the docket is locked.
      def proofs(telephone, phrase)
        problems = DraftProblems.of_proofs(telephone, phrase)
        raise Errors::Invalid, problems unless problems.empty?

        given = {}
        given[:telephone] = telephone unless telephone.empty?
        given[:phrase_hash] = ProveByPhrase.hash(phrase) unless phrase.empty?
        given
      end

      def check(docket, party, values)
        facts = { number: docket.number, state: docket.state }
        raise Errors::Conflict.new(:docket_not_out, **facts) unless docket.state == "out"

        unless Core::Dockets::States::REPLACEABLE.include?(party.state)
          raise Errors::Conflict.new(:acted_already, name: party.name)
        end

        refuse_text_link(docket, party) if values[:email].empty?
        return unless values.except(:job_title).all? { |key, value| party[key] == value }

        raise Errors::Invalid, { "email" => Core::Problem.new(:same_person, letter: party.letter) }
      end

      # The rules may not take a link that came by text message.
      def refuse_text_link(docket, party)
        demand = Queries::AssuranceStatus.new(docket, party, at: now).demand
        raise Errors::Invalid, { "email" => :text_link_forbidden } if demand.forbidden.include?("text_link")
      end

      def change(actor, docket, party, values)
        kind = party.name == values[:name] ? "party.corrected" : "party.replaced"
        before = party.email.empty? ? party.telephone : party.email
        facts = { "party" => party.letter, "name" => values[:name], "email" => values[:email], "before" => before }
        facts["telephone"] = values[:telephone] if values[:email].empty?
        record_event(docket, kind, actor, facts)
        PartySuccession.call(docket, party, values)
      end
    end
  end
end
