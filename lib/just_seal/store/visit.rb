# frozen_string_literal: true

require "digest"
require "openssl"
require "securerandom"

module JustSeal
  module Store
    # One browser at one party's turn. Its handle stands in addresses and opens nothing; its secret is in a cookie, and
    # only the secret's hash is kept. What was proved, agreed to, typed and read in a visit counts in it alone.
    class Visit < Sequel::Model(:visits)
      # Without being used for so long, it has ended.
      LASTS_SECONDS = 14 * 86_400
      # Use is written down at most this often.
      USED_SECONDS = 60
      HANDLE_BYTES = 16
      SECRET_BYTES = 32

      many_to_one :party, class: "JustSeal::Store::Party"
      many_to_one :link, class: "JustSeal::Store::PersonalLink"
      one_to_many :proofs, class: "JustSeal::Store::Proof", order: :proved_at, conditions: { void: false }
      dataset_module { where(:live, ended_at: nil) }

      # Begins one of +link+. Returns [Visit, its secret], which is kept nowhere.
      def self.begin(link, at:, **about)
        secret = SecureRandom.urlsafe_base64(SECRET_BYTES)
        visit = create(
          party_id: link.party_id,
          link_id: link.id,
          number: where(party_id: link.party_id).max(:number).to_i + 1,
          handle: SecureRandom.urlsafe_base64(HANDLE_BYTES),
          secret_sha256: Digest::SHA256.hexdigest(secret),
          begun_at: at,
          used_at: at,
          **about
        )
        [visit, secret]
      end

      # Ends those of +rows+ (a dataset) that are open.
      def self.finish(rows, at:) = rows.where(ended_at: nil).update(ended_at: at)

      def open?(at) = ended_at.nil? && used_at > at - LASTS_SECONDS

      # Open, and its link still leads anywhere.
      def usable?(at) = open?(at) && link.live?

      # Is +secret+ its own?
      def opened_by?(secret)
        OpenSSL.fixed_length_secure_compare(secret_sha256, Digest::SHA256.hexdigest(secret.to_s))
      end

      def note_use(at) = used_at < at - USED_SECONDS && update(used_at: at)

      # The party in this visit; +address+, +client+, +via+: of the request.
      def actor(address:, client:, via: nil)
        Core::Actor.new(
          kind: "party",
          id: party_id,
          name: party.name,
          address: address,
          client: client,
          host: host,
          via: via,
          visit: number,
          visit_id: id
        )
      end
    end
  end
end
