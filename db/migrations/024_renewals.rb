# frozen_string_literal: true

# What each sealed file rests on and until when, and the renewal of its proofs before that.
Sequel.migration do
  up do
    run <<~SQL
      ALTER TABLE versions DROP CONSTRAINT versions_kind, DROP CONSTRAINT versions_locked;
      ALTER TABLE versions
        ADD CONSTRAINT versions_kind CHECK (kind IN ('captured', 'revised', 'converted', 'flattened',
          'sealed', 'scan', 'certificate', 'renewed')),
        ADD CONSTRAINT versions_locked CHECK (locked OR kind NOT IN ('sealed', 'certificate', 'renewed')),
        ADD COLUMN renews bigint REFERENCES versions CONSTRAINT versions_renewed_once UNIQUE,
        ADD CONSTRAINT versions_renews CHECK ((kind = 'renewed') = (renews IS NOT NULL));
      DROP INDEX versions_once_per_docket;
      CREATE UNIQUE INDEX versions_once_per_docket ON versions (record_id, docket_number, kind) WHERE
        docket_number IS NOT NULL AND renews IS NULL;

      CREATE TABLE renewal_batches (
        id bigint GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
        asked_by bigint REFERENCES accounts,
        asked_at timestamptz NOT NULL,
        size integer NOT NULL CONSTRAINT renewal_batches_size CHECK (size > 0)
      );

      CREATE TABLE seal_health (
        version_id bigint PRIMARY KEY REFERENCES versions,
        due_at timestamptz NOT NULL,
        rests_on jsonb NOT NULL,
        looked_at timestamptz NOT NULL,
        batch_id bigint REFERENCES renewal_batches,
        problem text
      );
      CREATE INDEX seal_health_due ON seal_health (due_at);
      CREATE INDEX seal_health_by_batch ON seal_health (batch_id) WHERE batch_id IS NOT NULL;
    SQL
  end
end
