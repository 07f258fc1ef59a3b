# frozen_string_literal: true

module JustSeal
  module Store
    # Counts of what is limited, for all processes together: what Rack::Attack wants of a store. A table that is not
    # written to the log, since what is lost in a crash is a minute of counting.
    class RateCounts
      # One in so many increments clears away what has run out.
      CLEARING = 500

      def read(key) = live(key).get(:value)

      def write(key, value, expires_in:)
        ends_at = now + expires_in
        rows.insert_conflict(target: :key, update: { value: value, ends_at: ends_at })
          .insert(key: key, value: value, ends_at: ends_at)
      end

      def delete(key) = rows.where(key: key).delete

      def increment(key, amount, expires_in:)
        rows.where { ends_at <= Sequel::CURRENT_TIMESTAMP }.delete if rand(CLEARING).zero?
        rows.returning(:value).with_sql(<<~SQL, key, amount, now + expires_in).first[:value]
          INSERT INTO rate_counts AS kept (key, value, ends_at) VALUES (?, ?, ?)
          ON CONFLICT (key) DO UPDATE SET
            value = CASE WHEN kept.ends_at <= now() THEN excluded.value ELSE kept.value + excluded.value END,
            ends_at = CASE WHEN kept.ends_at <= now() THEN excluded.ends_at ELSE kept.ends_at END
          RETURNING value
        SQL
      end

      private

      def rows = Store.db[:rate_counts]
      def live(key) = rows.where(key: key).where { ends_at > Sequel::CURRENT_TIMESTAMP }
      def now = Time.now
    end
  end
end
