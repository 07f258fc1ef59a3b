# frozen_string_literal: true

module JustSeal
  module Queries
    # Where somebody is signed in, and how they signed in lately.
    class OwnSignIns
      KINDS = %w[sign_in.done sign_in.failed sign_in.slowed sign_in.step_failed].freeze
      RECENT = 10
      # +key+: by which it is ended; +current+: is it this one?
      Session = Core::Value.of(:key, :begun_at, :used_at, :address, :client, :current)

      # +account+: Store::Account; +keys+: of the session that asks.
      def initialize(account, keys:)
        @account = account
        @keys = keys
      end

      # The newest first.
      def sessions
        rows = Store.db[:account_active_session_keys].where(account_id: @account.id).reverse(:created_at)
        rows.map do |row|
          Session.new(
            key: row[:session_id],
            begun_at: row[:created_at],
            used_at: row[:last_use],
            address: row[:address],
            client: row[:client],
            current: @keys.include?(row[:session_id])
          )
        end
      end

      # Parsed bodies of entries, the newest first.
      def recent
        rows = Store.db[:ledger_entries].where(docket: CHAIN, kind: KINDS, actor: @account.name)
        rows.reverse(:seq).limit(RECENT).select_map(:body).map { |body| JSON.parse(body) }
      end

      # The chain of the staff.
      CHAIN = "staff"
      private_constant :CHAIN
    end
  end
end
