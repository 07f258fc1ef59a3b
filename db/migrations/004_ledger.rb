# frozen_string_literal: true

# The ledger: one hash-chained list of entries for each docket.
#
# The application may read entries and append through ledger_append, and nothing else: the function runs as its owner,
# so that the application's role needs no right to insert, and can't write an entry that is out of its chain. Triggers
# refuse changes by the owner too.
Sequel.migration do
  up do
    run <<~SQL
      CREATE TABLE ledger_heads (
        docket text PRIMARY KEY,
        seq bigint NOT NULL,
        hash text NOT NULL
      );

      CREATE TABLE ledger_entries (
        id bigint GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
        docket text NOT NULL,
        seq bigint NOT NULL CONSTRAINT ledger_entries_seq CHECK (seq > 0),
        kind text NOT NULL,
        at timestamptz NOT NULL,
        body text NOT NULL,
        hash text NOT NULL CONSTRAINT ledger_entries_hash CHECK (hash = encode(sha256(convert_to(body,
          'UTF8')), 'hex')),
        CONSTRAINT ledger_entries_chain UNIQUE (docket, seq)
      );
      CREATE INDEX ledger_entries_at ON ledger_entries (at);

      CREATE FUNCTION refuse_ledger_change() RETURNS trigger LANGUAGE plpgsql AS $$
      BEGIN
        RAISE EXCEPTION 'the ledger is append-only' USING ERRCODE = 'restrict_violation';
      END $$;
      CREATE TRIGGER ledger_entries_guard BEFORE UPDATE OR DELETE ON ledger_entries FOR EACH ROW EXECUTE
        FUNCTION refuse_ledger_change();
      CREATE TRIGGER ledger_entries_truncate_guard BEFORE TRUNCATE ON ledger_entries FOR EACH STATEMENT
        EXECUTE FUNCTION refuse_ledger_change();
      CREATE TRIGGER ledger_heads_guard BEFORE DELETE ON ledger_heads FOR EACH ROW EXECUTE FUNCTION
        refuse_ledger_change();
      CREATE TRIGGER ledger_heads_truncate_guard BEFORE TRUNCATE ON ledger_heads FOR EACH STATEMENT EXECUTE
        FUNCTION refuse_ledger_change();

      -- Closes the canonical text that Core::Ledger::Entry.opening began, hashes it, inserts it and moves the
      -- head: one round trip.
      CREATE FUNCTION ledger_append(p_docket text, p_kind text, p_at timestamptz, p_opening text) RETURNS void
      LANGUAGE plpgsql SECURITY DEFINER SET search_path = public, pg_temp AS $$
      DECLARE
        head ledger_heads;
        closed text;
        digest text;
      BEGIN
        INSERT INTO ledger_heads (docket, seq, hash) VALUES (p_docket, 0, repeat('0', 64)) ON CONFLICT
          (docket) DO NOTHING;
        SELECT * INTO head FROM ledger_heads WHERE docket = p_docket FOR UPDATE;
        closed := p_opening || ',"prev":"' || head.hash || '","seq":' || (head.seq + 1) || ',"v":1}';
        IF (closed::jsonb)->>'docket' IS DISTINCT FROM p_docket OR (closed::jsonb)->>'kind' IS DISTINCT FROM p_kind THEN
          RAISE EXCEPTION 'the entry does not name its own docket and kind' USING ERRCODE = 'check_violation';
        END IF;
        digest := encode(sha256(convert_to(closed, 'UTF8')), 'hex');
        INSERT INTO ledger_entries (docket, seq, kind, at, body, hash) VALUES (p_docket, head.seq + 1, p_kind,
          p_at, closed, digest);
        UPDATE ledger_heads SET seq = head.seq + 1, hash = digest WHERE docket = p_docket;
      END $$;

      REVOKE ALL ON ledger_entries, ledger_heads FROM justseal_app;
      GRANT SELECT ON ledger_entries, ledger_heads TO justseal_app;
      REVOKE ALL ON FUNCTION ledger_append FROM PUBLIC;
      GRANT EXECUTE ON FUNCTION ledger_append TO justseal_app;
    SQL
  end
end
