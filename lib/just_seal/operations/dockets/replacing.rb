# frozen_string_literal: true

module JustSeal
  module Operations
    # How one person takes another's place as a party: links die, proofs and consent count no more, and the new one is
    # invited when it is its turn.
    module Replacing
      private

      # The values of a party outside. Raises Errors::Invalid keyed "name" or "email".
      def outside(name, email, organisation)
        plain = { name: name, organisation: organisation }.transform_values { |text| Core::Filing::SafeName.line(text) }
        refuse_unusable(plain, email)
        { kind: "outside", account_id: nil, email: email.strip, job_title: "", **plain }
      end

      def refuse_unusable(plain, email)
        problems = {}
        problems["name"] = :name_missing if plain[:name].empty?
        fine = Core::Dockets::Address.valid?(email.strip)
        problems["email"] = Core::Problem.new(:not_an_address, email: email.strip) unless fine
        plain.each do |key, text|
          if text.length > EditDocket::LIMITS.fetch(key.to_s)
            problems[key.to_s] =
              Core::Problem.new(:too_long, limit: EditDocket::LIMITS.fetch(key.to_s))
          end
        end
        { email: email.strip, **plain }.each do |name, text|
          gaps = office.faces.missing(text, :text)
          problems[name.to_s] ||= Core::Problem.new(:characters_not_in_document, characters: gaps) if gaps.any?
        end
        raise Errors::Invalid, problems unless problems.empty?
      end

      # Somebody else takes the place of who was asked already: that one is told, so that nobody waits for it. A
      # corrected address is no other person.
      def replace(docket, party, values)
        relieve(docket, party) unless party.state == "waiting" || party.name == values[:name]
        Store::PersonalLink.where(party_id: party.id).live.update(ended_at: now)
        Store::PartyCode.where(party_id: party.id).live.update(ended_at: now)
        Store::Challenge.where(party_id: party.id, ended_at: nil).update(ended_at: now)
        Store::Pad.where(party_id: party.id, ended_at: nil).update(ended_at: now)
        Store::PreparedAct.where(party_id: party.id).delete
        party.proofs_dataset.update(void: true)
        forget_typed(party)
        party.update(
          consent_version: nil,
          consented_at: nil,
          level_reached: nil,
          reminded_at: nil,
          telephone: "",
          phrase_hash: nil,
          holds: Sequel.pg_array([], :text),
          draft: nil,
          wrong_tries: 0,
          locked_at: nil,
          **values
        )
        Store::Waiver.where(party_id: party.id, withdrawn_at: nil).update(withdrawn_at: now)
        party.update(
          demand: Sequel.pg_jsonb(
            Queries::AssuranceStatus.demand(docket, party, docket.rulebook && Store::Rulebook[docket.rulebook]).kept
          )
        )
        invite(docket, party) unless party.state == "waiting"
        party
      end

      def relieve(docket, party)
        party.addressees.each do |one|
          Messages.post(docket, :relieved, to: Messages::Onlooker.new(name: one.name, email: one.email), at: now)
        end
      end

      # What one person typed is not shown to another.
      def forget_typed(party)
        party.fields_dataset.update(draft: nil)
        Store::DocketFile.where(field_id: party.fields_dataset.select(:id)).delete
      end

      def invite(docket, party)
        move_party(party, :replace, invited_at: now)
        record_event(
          docket,
          "party.invited",
          Core::Actor::SYSTEM,
          "party" => party.letter,
          "turn" => party.turn,
          "email" => party.email
        )
        Messages.post(docket, :invitation, to: party, at: now)
      end
    end
  end
end
