# frozen_string_literal: true

module JustSeal
  module Queries
    # What waits for whoever answers for how long records are kept: what has fallen due, and what somebody else began
    # and a second person has to decide.
    class Keeping
      # Nobody reads a figure beyond it.
      MOST = 1_000
      SQL = <<~SQL.freeze
        WITH told AS (
          SELECT CAST(:account AS bigint) AS account, CAST(:role AS text) AS role, CAST(:today AS date) AS today
        )
        SELECT
          (SELECT count(*) FROM disposals WHERE state = 'approval' AND NOT EXISTS (
            SELECT 1 FROM disposal_approvals AS given WHERE given.disposal_id = disposals.id
              AND (given.role = told.role OR given.account_id = told.account))) AS approvals,
          (SELECT count(*) FROM holds WHERE lifted_at IS NULL AND lift_asked_by <> told.account) AS lifts,
          (SELECT count(*) FROM retention_versions AS one WHERE made_by <> told.account
            AND version > coalesce((SELECT max(version) FROM retention_publications AS given
              WHERE given.record_class_id = one.record_class_id), 0)) AS schedules,
          (SELECT count(*) FROM (SELECT 1 FROM retentions WHERE due_on <= told.today AND NOT EXISTS (
            SELECT 1 FROM disposal_lines JOIN disposals ON disposals.id = disposal_id
            WHERE disposal_lines.record_id = retentions.record_id AND state IN ('review', 'approval', 'running'))
            AND NOT EXISTS (SELECT 1 FROM transfer_lines JOIN transfers ON transfers.id = transfer_id
              WHERE transfer_lines.record_id = retentions.record_id AND state <> 'ended'
                AND (outcome IS NULL OR outcome = 'packed') AND identifier IS NULL)
            LIMIT #{MOST}) AS counted) AS due
        FROM told
      SQL

      NAMES = %i[approvals lifts schedules due].freeze

      # Planned once for each connection: that takes longer than running it.
      def self.statement
        Store.db.prepared_statement(:keeping) ||
          Store.db.fetch(SQL, account: :$account, role: :$role, today: :$today).prepare(:first, :keeping)
      end

      # +account+: Store::Account; +today+: Date of the office.
      def initialize(account, today:)
        @account = account
        @today = today
      end

      # {approvals:, lifts:, schedules:, due:}, of those that there are.
      def counts
        @counts ||= self.class.statement.call(asked).select { |_, count| count.positive? }
      end

      # What SQL asks for.
      def asked = { account: @account.id, role: @account.role, today: @today }
    end
  end
end
