# frozen_string_literal: true

module JustSeal
  module Operations
    # Counts anew by when the proofs of sealed files have to be renewed, after the register of algorithms was changed.
    # What each rests on is known; no file is read.
    class CountHealth < Operation
      BATCH = 500

      # Returns how many days were changed.
      def call
        last = 0
        changed = 0
        until (rows = some(last)).empty?
          changed += transaction { rows.count { |row| recount(row) } }
          last = rows.last.version_id
        end
        changed
      end

      private

      def some(last)
        Store::SealHealth.newest.where(Sequel[:version_id] > last).order(:version_id).limit(BATCH).all
      end

      def recount(row)
        parts = row.rests_on.map(&:to_h)
        fresh = Core::Pdf::CryptographicDependencies.anew(parts, office.register)
        due = Core::Pdf::CryptographicDependencies.of(fresh, register: office.register).due_at(now)
        return false if fresh == parts && (due > now || row.due_at <= now)

        row.update(rests_on: Sequel.pg_jsonb(fresh), due_at: due)
      end
    end
  end
end
