# frozen_string_literal: true

module JustSeal
  module Operations
    # Counts anew by when the proofs of sealed files have to be renewed, after the register of algorithms was changed.
    # What each rests on is known; a file is read only where that was kept before authorities were named, and once.
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
        Store::SealHealth.newest.where(Sequel[:version_id] > last).order(:version_id).limit(BATCH).eager(:version).all
      end

      def recount(row)
        kept = row.rests_on.map(&:to_h)
        parts = kept.all? { |part| part["certificate"] } ? kept : read(row) || kept
        fresh = Core::Pdf::CryptographicDependencies.anew(parts, office.register)
        due = Core::Pdf::CryptographicDependencies.of(fresh, register: office.register).due_at(now)
        return false if fresh == kept && (due > now || row.due_at <= now)

        row.update(rests_on: Sequel.pg_jsonb(fresh), due_at: due)
      end

      # What the file says that it rests on; nil where its bytes are gone or others, which the audit tells.
      def read(row)
        known = office.accepted.slice(:roots, :register)
        Core::Pdf::CryptographicDependencies.call(office.blobs.get(row.version.sha256), **known).parts
      rescue Errors::Missing, Errors::Damaged
        nil
      end
    end
  end
end
