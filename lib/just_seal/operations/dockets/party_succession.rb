# frozen_string_literal: true

module JustSeal
  module Operations
    # One person takes another's place as a party: links die, proofs and consent count no more, and the new one is
    # invited when it is its turn. Runs in the transaction of what replaces.
    class PartySuccession < Operation
      # What a party begins with, whoever was it before.
      ANEW = {
        consent_version: nil,
        consented_at: nil,
        level_reached: nil,
        reminded_at: nil,
        telephone: "",
        phrase_hash: nil,
        wrong_tries: 0,
        locked_at: nil,
        acts_for: ""
      }.freeze

      # Of these, what is the person's own: who only has another address keeps it.
      OF_PERSON = %i[telephone phrase_hash].freeze

      # The values of a party outside; +reached+: is there another way to it, so that it needs no mail address? Raises
      # Errors::Invalid keyed "name" or "email".
      def self.outside(name, email, organisation, faces:, reached: false)
        plain = { name: name, organisation: organisation }.transform_values { |text| Core::Filing::SafeName.line(text) }
        values = { email: email.strip, **plain }
        problems = problems(values, faces)
        problems.delete("email") if reached && values[:email].empty?
        raise Errors::Invalid, problems unless problems.empty?

        { kind: "outside", account_id: nil, job_title: "", **values }
      end

      def self.problems(values, faces)
        email = values[:email]
        problems = {}
        problems["name"] = :name_missing if values[:name].empty?
        problems["email"] = Core::Problem.new(:not_an_address, email: email) unless Core::Dockets::Address.valid?(email)
        problems.merge!(too_long(values.except(:email)))
        problems.merge(not_printable(values, faces)) { |_, first, _| first }
      end

      def self.too_long(values)
        limits = EditDocket::LIMITS
        long = values.select { |name, text| text.length > limits.fetch(name.to_s) }
        long.to_h { |name, _| [name.to_s, Core::Problem.new(:too_long, limit: limits.fetch(name.to_s))] }
      end

      def self.not_printable(values, faces)
        gaps = values.transform_values { |text| faces.missing(text, :text) }.reject { |_, missing| missing.empty? }
        gaps.to_h { |name, missing| [name.to_s, Core::Problem.new(:characters_not_in_document, characters: missing)] }
      end
      private_class_method :problems, :too_long, :not_printable

      # Somebody else takes the place of who was asked already: that one is told, so that nobody waits for it. A
      # corrected address is no other person. Returns the party.
      def call(docket, party, values)
        relieve(docket, party) unless party.state == "waiting" || party.name == values[:name]
        end_what_was(party)
        party.update(**begun(party, values), **values)
        party.update(demand: Sequel.pg_jsonb(demand(docket, party).kept))
        DocketInvitations.new.invite(docket, party, :replace) unless party.state == "waiting"
        party
      end

      private

      def begun(party, values)
        return ANEW.except(*OF_PERSON) if party.name == values[:name]

        { holds: Sequel.pg_array([], :text), **ANEW }
      end

      def relieve(docket, party)
        party.addressees.each do |one|
          Messages.post(docket, :relieved, to: Messages::Onlooker.once_a(one), at: now)
        end
      end

      # Links, codes, pads, proofs and waivers were one person's, and so was what it typed: it is not shown to another.
      def end_what_was(party)
        [Store::PersonalLink.live, Store::PartyCode.live, Store::Challenge, Store::Pad].each do |rows|
          rows.where(party_id: party.id, ended_at: nil).update(ended_at: now)
        end
        Store::PreparedAct.where(party_id: party.id).delete
        Store::Waiver.where(party_id: party.id, withdrawn_at: nil).update(withdrawn_at: now)
        party.proofs_dataset.update(void: true)
        Store::Visit.finish(Store::Visit.where(party_id: party.id), at: now)
        end_paper(party)
        Store::DocketFile.where(field_id: party.fields_dataset.select(:id)).delete
      end

      def end_paper(party)
        copies = Store::PaperCopy.live.where(party_id: party.id).for_update.all
        copies.each { |copy| EndPaper.new.finish(Core::Actor::SYSTEM, copy.docket, copy, "replaced") }
      end

      def demand(docket, party)
        Queries::AssuranceStatus.demand(docket, party, docket.rulebook && Store::Rulebook[docket.rulebook])
      end
    end
  end
end
