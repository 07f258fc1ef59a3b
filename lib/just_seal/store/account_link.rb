# frozen_string_literal: true

require "digest"

module JustSeal
  module Store
    # A link in a mail to a member of staff, by which they choose a password once. Its token is kept as a hash.
    class AccountLink < Sequel::Model(:account_links)
      # purpose => how long it opens
      LASTS_SECONDS = { "invitation" => 7 * 86_400, "reset" => 3600 }.freeze
      TOKEN = /\A[A-Za-z0-9_-]{43}\z/

      many_to_one :account, class: "JustSeal::Store::Account"

      dataset_module do
        def usable(at) = where(used_at: nil).where(Sequel[:ends_at] > at)
      end

      def self.digest(token) = Digest::SHA256.hexdigest("account link #{token}")

      # The open one with +token+, nil without one.
      def self.by_token(token, at:) = usable(at).first(token_sha256: digest(token.to_s))
    end
  end
end
