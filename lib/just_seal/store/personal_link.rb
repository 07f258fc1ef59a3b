# frozen_string_literal: true

require "digest"

module JustSeal
  module Store
    # A party's way into the signing room. Only the hash of its token is kept.
    class PersonalLink < Sequel::Model(:personal_links)
      many_to_one :party, class: "JustSeal::Store::Party"
      many_to_one :member, class: "JustSeal::Store::PartyMember"
      dataset_module { where(:live, ended_at: nil) }

      def live? = ended_at.nil?

      def self.digest(token) = Digest::SHA256.hexdigest(token)
    end
  end
end
