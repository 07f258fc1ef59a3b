# frozen_string_literal: true

require "date"

module JustSeal
  module Operations
    # A member of staff has met a party and looked at an identity document. Its kind, issuer, last characters and expiry
    # are kept; never a picture, never its whole number.
    class RecordSeen < Operation
      KINDS = %w[passport identity_card driving_licence residence_permit].freeze
      LAST = /\A[A-Za-z0-9]{4}\z/
      MAX_ISSUER = 100

      # Returns the party. Raises Errors::Invalid keyed "kind", "issuer", "last", "expires"; Errors::Forbidden for the
      # party itself.
      def call(actor, number:, letter:, kind:, issuer:, last:, expires:)
        document = checked(kind, issuer.strip, last.strip, expires)
        transaction do
          docket = Store::Docket.locked(number)
          allow_docket!(actor, docket, :send)
          party = PartyLookup.of(docket, letter)
          Room.check(docket, party)
          raise Errors::Forbidden, :own_identity if party.account_id == actor.id
          raise Errors::Conflict.new(:person_unsettled, name: party.name) if party.group?

          move_party(party, :open) if party.state == "invited"
          ProofRecorder.new(docket, party, actor).keep("seen", document.merge("by" => actor.name))
          party
        end
      end

      private

      def checked(kind, issuer, last, expires)
        problems = {}
        problems["kind"] = :seen_kind_missing unless KINDS.include?(kind)
        problems["issuer"] = Core::Problem.new(:seen_issuer_missing, limit: MAX_ISSUER) unless issuer.length.between?(
          2, MAX_ISSUER
        )
        problems["last"] = :seen_number unless last.match?(LAST)
        problems["expires"] = expiry(expires)
        raise Errors::Invalid, problems.compact unless problems.compact.empty?

        { "kind" => kind, "issuer" => issuer, "last" => last.upcase, "expires" => expires }
      end

      def expiry(text)
        Date.iso8601(text) < office.zone.to_local(now).to_date ? :expired : nil
      rescue Date::Error
        :not_a_date_expiry
      end
    end
  end
end
