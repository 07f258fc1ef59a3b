# frozen_string_literal: true

module JustSeal
  module Operations
    # Corrects the address of a party that has not acted, or puts somebody else in its place. Its links die, what it proved and agreed to counts no more, and whoever it
    # is now is invited anew when it is its turn.
    class ReplaceParty < Operation
      CHANGEABLE = ["waiting", *Core::Dockets::States::MAY_ACT].freeze

      # +name+, +email+, +organisation+: text of somebody outside; +account_id+: of a member of staff instead. Returns the party.
      # Raises Errors::Invalid keyed "name" or "email", Errors::Conflict when the party has acted or the docket has ended.
      def call(actor, number:, letter:, name: "", email: "", organisation: "", account_id: nil)
        values = account_id ? staff(account_id) : outside(name, email, organisation)
        transaction do
          docket = Store::Docket.locked(number)
          allow_docket!(actor, docket, :send)
          party = Store::Party.where(docket_id: docket.id, letter: letter).for_update.first or raise Errors::Missing, "#{number} has no party #{letter}."
          check(docket, party, values)
          change(actor, docket, party, values)
        end
      end

      private

      def staff(id)
        row = Store::Account.live.first(id: id) or raise Errors::Invalid, { "account" => "Choose a member of staff." }
        { kind: "staff", account_id: row.id, name: row.name, email: row.email, organisation: office.settings.office }
      end

      def outside(name, email, organisation)
        plain = { name: name, organisation: organisation }.transform_values { |text| Core::Filing::SafeName.line(text) }
        problems = {}
        problems["name"] = "The name is missing." if plain[:name].empty?
        problems["email"] = "“#{email.strip}” is not a mail address." unless Core::Dockets::Address.valid?(email.strip)
        plain.each { |key, text| problems[key.to_s] = "This is longer than #{EditDocket::LIMITS.fetch(key.to_s)} characters. Shorten it." if text.length > EditDocket::LIMITS.fetch(key.to_s) }
        gaps = office.faces.missing(plain[:name], :text)
        problems["name"] = "These characters can't be written into the document: #{gaps.join(' ')}" if gaps.any?
        raise Errors::Invalid, problems unless problems.empty?

        { kind: "outside", account_id: nil, email: email.strip, **plain }
      end

      def check(docket, party, values)
        raise Errors::Conflict, "Docket #{docket.number} is not out: #{docket.state}." unless docket.state == "out"
        raise Errors::Conflict, "#{party.name} has acted already. Nothing was changed." unless CHANGEABLE.include?(party.state)
        return unless values.all? { |key, value| party[key] == value }

        raise Errors::Invalid, { "email" => "This is who #{party.letter} is already." }
      end

      def change(actor, docket, party, values)
        kind = party.name == values[:name] ? "party.corrected" : "party.replaced"
        enter(docket, kind, actor, "party" => party.letter, "name" => values[:name], "email" => values[:email], "before" => party.email)
        Store::PersonalLink.where(party_id: party.id).live.update(ended_at: now)
        party.proofs_dataset.update(void: true)
        party.update(consent_version: nil, consented_at: nil, level_reached: nil, reminded_at: nil, **values)
        invite(docket, party) unless party.state == "waiting"
        party
      end

      def invite(docket, party)
        move_party(party, :replace, invited_at: now)
        enter(docket, "party.invited", Core::Actor::SYSTEM, "party" => party.letter, "turn" => party.turn, "email" => party.email)
        Messages.post(docket, :invitation, to: party, at: now)
      end
    end
  end
end
