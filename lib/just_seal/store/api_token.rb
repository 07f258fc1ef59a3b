# frozen_string_literal: true

require "digest"

module JustSeal
  module Store
    # By which a program asks and does things, with the rights of one account. Only the hash of it is kept.
    class ApiToken < Sequel::Model(:api_tokens)
      many_to_one :account, class: "JustSeal::Store::Account"

      dataset_module do
        # Those that open anything at +time+.
        def live(time) = where(ended_at: nil).where(Sequel[:ends_at] > time)
      end

      def self.digest(secret) = Digest::SHA256.hexdigest(secret)

      def allows?(scope) = scopes.split.include?(scope)
      def live?(time) = ended_at.nil? && ends_at > time
    end
  end
end
