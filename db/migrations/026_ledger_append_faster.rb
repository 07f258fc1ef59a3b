# frozen_string_literal: true

# Appends with two statements instead of four: the head's row is locked, hashed and moved at once, and remembers the
# hash before.
Sequel.migration do
  up do
    run <<~SQL
      ALTER TABLE ledger_heads ADD COLUMN prev text NOT NULL DEFAULT repeat('0', 64);
      ALTER TABLE ledger_heads SET (fillfactor = 50);

      CREATE OR REPLACE FUNCTION ledger_append(p_docket text, p_kind text, p_at timestamptz, p_opening text)
        RETURNS void
      LANGUAGE plpgsql SECURITY DEFINER SET search_path = public, pg_temp AS $$
      DECLARE
        head ledger_heads;
        closed text;
        told jsonb;
      BEGIN
        LOOP
          UPDATE ledger_heads SET prev = hash, seq = seq + 1,
            hash = encode(sha256(convert_to(p_opening || ',"prev":"' || hash || '","seq":' || (seq + 1) ||
              ',"v":1}', 'UTF8')), 'hex')
            WHERE docket = p_docket RETURNING * INTO head;
          EXIT WHEN FOUND;
          INSERT INTO ledger_heads (docket, seq, hash) VALUES (p_docket, 0, repeat('0', 64)) ON CONFLICT
            (docket) DO NOTHING;
        END LOOP;
        closed := p_opening || ',"prev":"' || head.prev || '","seq":' || head.seq || ',"v":1}';
        told := closed::jsonb;
        IF told->>'docket' IS DISTINCT FROM p_docket OR told->>'kind' IS DISTINCT FROM p_kind THEN
          RAISE EXCEPTION 'the entry does not name its own docket and kind' USING ERRCODE = 'check_violation';
        END IF;
        INSERT INTO ledger_entries (docket, seq, kind, at, body, hash) VALUES (p_docket, head.seq, p_kind,
          p_at, closed, head.hash);
      END $$;
    SQL
  end
end
