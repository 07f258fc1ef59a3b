# frozen_string_literal: true

module JustSeal
  module Queries
    # What hangs and should not: for administrators, who see to it.
    class Troubles
      # So long something may take.
      PATIENCE_SECONDS = 600
      # So long a clock that went back is told of.
      JUMP_DAYS = 7
      # [dockets that everybody has signed and nobody has sealed, jobs that nobody works, mails that have not gone out,
      # entries that are older than the one below them]
      SQL = <<~SQL
        WITH told AS (SELECT CAST(:before AS timestamptz) AS before, CAST(:days AS integer) AS days)
        SELECT
          (SELECT count(*) FROM dockets WHERE state = 'out'
            AND NOT EXISTS (SELECT 1 FROM parties WHERE docket_id = dockets.id AND act <> 'receive' AND state <> 'done')
            AND (SELECT max(acted_at) FROM parties WHERE docket_id = dockets.id) < before) AS unsealed,
          (SELECT count(*) FROM que_jobs WHERE finished_at IS NULL AND expired_at IS NULL AND run_at < before) AS jobs,
          (SELECT count(*) FROM messages WHERE state = 'queued' AND created_at < before) AS mails,
          (SELECT count(*) FROM clock_jumps WHERE noticed_at > now() - make_interval(days => days)) AS clock
        FROM told
      SQL

      NAMES = %i[unsealed jobs mails clock].freeze

      # Planned once for each connection: that takes longer than running it.
      def self.statement
        Store.db.prepared_statement(:troubles) ||
          Store.db.fetch(SQL, before: :$before, days: :$days).prepare(:first, :troubles)
      end

      # +at+: Time.
      def initialize(at:)
        @before = at - PATIENCE_SECONDS
      end

      # What SQL asks for.
      def asked = { before: @before, days: JUMP_DAYS }

      # {unsealed:, jobs:, mails:, clock:}, of those that there are.
      def counts
        @counts ||= self.class.statement.call(asked).select { |_, count| count.positive? }
      end

      # Store::Message of +docket+ that have not gone out, the oldest first.
      def mails(docket)
        Store::Message.where(docket_id: docket.id, state: "queued").where(Sequel[:created_at] < @before)
          .order(:created_at).all
      end
    end
  end
end
