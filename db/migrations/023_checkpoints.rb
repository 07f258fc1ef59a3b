# frozen_string_literal: true

# The Merkle tree over all entries in order of arrival, and its checkpoints.
#
# The application may add leaves, subtrees and checkpoints, and change none of them. ledger_horizon waits for the
# transactions that are appending, so that no entry comes in later with a smaller id than it returns.
Sequel.migration do
  up do
    run <<~SQL
      CREATE TABLE ledger_leaves (
        position bigint PRIMARY KEY CONSTRAINT ledger_leaves_position CHECK (position >= 0),
        entry_id bigint NOT NULL CONSTRAINT ledger_leaves_entry UNIQUE,
        hash bytea NOT NULL CONSTRAINT ledger_leaves_hash CHECK (octet_length(hash) = 32)
      );
      CREATE TABLE ledger_nodes (
        level smallint NOT NULL CONSTRAINT ledger_nodes_level CHECK (level > 0),
        index bigint NOT NULL,
        hash bytea NOT NULL CONSTRAINT ledger_nodes_hash CHECK (octet_length(hash) = 32),
        PRIMARY KEY (level, index)
      );
      CREATE TABLE ledger_checkpoints (
        number integer PRIMARY KEY CONSTRAINT ledger_checkpoints_number CHECK (number > 0),
        size bigint NOT NULL CONSTRAINT ledger_checkpoints_size CHECK (size > 0),
        root text NOT NULL CONSTRAINT ledger_checkpoints_root CHECK (root ~ '^[0-9a-f]{64}$'),
        body text NOT NULL,
        token text NOT NULL,
        taken_at timestamptz NOT NULL
      );
      CREATE INDEX ledger_checkpoints_by_size ON ledger_checkpoints (size);

      CREATE TRIGGER ledger_leaves_guard BEFORE UPDATE OR DELETE ON ledger_leaves FOR EACH ROW EXECUTE
        FUNCTION refuse_ledger_change();
      CREATE TRIGGER ledger_nodes_guard BEFORE UPDATE OR DELETE ON ledger_nodes FOR EACH ROW EXECUTE FUNCTION
        refuse_ledger_change();
      CREATE TRIGGER ledger_checkpoints_guard BEFORE UPDATE OR DELETE ON ledger_checkpoints FOR EACH ROW
        EXECUTE FUNCTION refuse_ledger_change();
      CREATE TRIGGER ledger_leaves_truncate_guard BEFORE TRUNCATE ON ledger_leaves FOR EACH STATEMENT EXECUTE
        FUNCTION refuse_ledger_change();
      CREATE TRIGGER ledger_nodes_truncate_guard BEFORE TRUNCATE ON ledger_nodes FOR EACH STATEMENT EXECUTE
        FUNCTION refuse_ledger_change();
      CREATE TRIGGER ledger_checkpoints_truncate_guard BEFORE TRUNCATE ON ledger_checkpoints FOR EACH
        STATEMENT EXECUTE FUNCTION refuse_ledger_change();

      CREATE FUNCTION ledger_horizon() RETURNS bigint
      LANGUAGE plpgsql SECURITY DEFINER SET search_path = public, pg_temp AS $$
      BEGIN
        LOCK TABLE ledger_heads IN SHARE MODE;
        RETURN coalesce((SELECT max(id) FROM ledger_entries), 0);
      END $$;
      REVOKE ALL ON FUNCTION ledger_horizon FROM PUBLIC;
      GRANT EXECUTE ON FUNCTION ledger_horizon TO justseal_app;

      REVOKE ALL ON ledger_leaves, ledger_nodes, ledger_checkpoints FROM justseal_app;
      GRANT SELECT, INSERT ON ledger_leaves, ledger_nodes, ledger_checkpoints TO justseal_app;
    SQL
  end
end
