# frozen_string_literal: true

require "date"

module JustSeal
  module Operations
    # A member of staff has met a party and looked at an identity document. Its kind, issuer, last characters and expiry
    # are kept; never a picture, never its whole number.
    class RecordSeen < Operation
      include Proving

      KINDS = %w[passport identity_card driving_licence residence_permit].freeze
      LAST = /\A[A-Za-z0-9]{4}\z/
      MOST_ISSUER = 100

      # Returns the party. Raises Errors::Invalid keyed "kind", "issuer", "last", "expires"; Errors::Forbidden for the
      # party itself.
      def call(actor, number:, letter:, kind:, issuer:, last:, expires:)
        document = checked(kind, issuer.strip, last.strip, expires)
        transaction do
          docket = Store::Docket.locked(number)
          allow_docket!(actor, docket, :send)
          party = Store::Party.first(
            docket_id: docket.id,
            letter: letter
          ) or raise Errors::Missing, "#{number} has no party #{letter}."
          Room.check(docket, party)
          raise Errors::Forbidden, "Nobody sees themselves: ask a colleague." if party.account_id == actor.id
          raise Errors::Conflict, "It is not settled yet who of #{party.name} it will be." if party.group?

          move_party(party, :open) if party.state == "invited"
          keep_proof(docket, party, "seen", actor, document.merge("by" => actor.name))
          party
        end
      end

      private

      def checked(kind, issuer, last, expires)
        problems = {}
        problems["kind"] = "Choose what document it was." unless KINDS.include?(kind)
        problems["issuer"] = "Say who issued it, in at most #{MOST_ISSUER} characters." unless issuer.length.between?(
          2, MOST_ISSUER
        )
        problems["last"] = "The last four characters of its number, and no more." unless last.match?(LAST)
        problems["expires"] = expiry(expires)
        raise Errors::Invalid, problems.compact unless problems.compact.empty?

        { "kind" => kind, "issuer" => issuer, "last" => last.upcase, "expires" => expires }
      end

      def expiry(text)
        Date.iso8601(text) < office.zone.to_local(now).to_date ? "It has expired: it proves nothing any more." : nil
      rescue Date::Error
        "That is not a date that exists. Write it as year-month-day, like 2031-01-31."
      end
    end
  end
end
