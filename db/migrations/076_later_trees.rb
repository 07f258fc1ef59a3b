# frozen_string_literal: true

# Trees over the same entries by other digests, for when the first one ends; checkpoints say by which they are.
# content_digests: what kept bytes that entries name by one digest are called by the next, as entries tell;
# content_troubles: which of them could not be read, and why.
Sequel.migration do
  up do
    run <<~SQL
      CREATE TABLE ledger_later_nodes (
        digest text NOT NULL,
        -- 0 for the leaves.
        level smallint NOT NULL CONSTRAINT ledger_later_nodes_level CHECK (level >= 0),
        index bigint NOT NULL,
        hash bytea NOT NULL,
        PRIMARY KEY (digest, level, index)
      );
      CREATE TRIGGER ledger_later_nodes_guard BEFORE UPDATE OR DELETE ON ledger_later_nodes FOR EACH ROW
        EXECUTE FUNCTION refuse_ledger_change();
      CREATE TRIGGER ledger_later_nodes_truncate_guard BEFORE TRUNCATE ON ledger_later_nodes FOR EACH STATEMENT
        EXECUTE FUNCTION refuse_ledger_change();

      ALTER TABLE ledger_checkpoints
        ADD COLUMN digest text NOT NULL DEFAULT 'SHA256',
        DROP CONSTRAINT ledger_checkpoints_root,
        ADD CONSTRAINT ledger_checkpoints_root CHECK (root ~ '^([0-9a-f]{64}|[0-9a-f]{128})$');
      CREATE INDEX ledger_checkpoints_by_time ON ledger_checkpoints (taken_at);

      -- Which entry of the chain of checkpoints tells of one.
      CREATE TABLE ledger_told_points (
        number integer PRIMARY KEY REFERENCES ledger_checkpoints,
        seq integer NOT NULL
      );
      CREATE TRIGGER ledger_told_points_guard BEFORE UPDATE OR DELETE ON ledger_told_points FOR EACH ROW
        EXECUTE FUNCTION refuse_ledger_change();

      CREATE TABLE content_digests (
        content text NOT NULL,
        digest text NOT NULL,
        value text NOT NULL,
        -- Of the entry that tells of it.
        docket text NOT NULL,
        seq integer NOT NULL,
        PRIMARY KEY (digest, content)
      );
      CREATE TRIGGER content_digests_guard BEFORE UPDATE OR DELETE ON content_digests FOR EACH ROW
        EXECUTE FUNCTION refuse_ledger_change();

      CREATE TABLE content_troubles (
        content text PRIMARY KEY,
        problem text NOT NULL,
        seen_at timestamptz NOT NULL
      );

      REVOKE ALL ON ledger_later_nodes, ledger_told_points, content_digests, content_troubles FROM justseal_app;
      GRANT SELECT, INSERT ON ledger_later_nodes, ledger_told_points, content_digests TO justseal_app;
      GRANT SELECT, INSERT, UPDATE, DELETE ON content_troubles TO justseal_app;
    SQL
  end
end
