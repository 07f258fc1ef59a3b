# frozen_string_literal: true

# What entries say of people lies apart from now on, under a commitment in the entry, and can go with the record that
# it is about. Titles and names of files are stated as salted hashes. A view shows entries as they were told.
Sequel.migration do
  hidden = {
    dockets: ["id", "edits warned_at told", "message ended_because options title subject"],
    records: ["id", "edits docket_state", "particulars title"],
    versions: ["id", "page_sizes findings", "file_name"],
    waivers: ["id", "", "reason"]
  }

  up do
    run <<~SQL
      CREATE TABLE ledger_private (
        -- Of the entry. No reference, so that the entries stand by themselves.
        entry_id bigint PRIMARY KEY,
        docket text NOT NULL,
        at timestamptz NOT NULL,
        salt text NOT NULL,
        body text NOT NULL,
        actor text,
        address text
      );
      CREATE INDEX ledger_private_by_chain ON ledger_private (docket, entry_id);
      CREATE INDEX ledger_private_by_actor ON ledger_private (lower(actor), at DESC, entry_id DESC);
      CREATE INDEX ledger_private_by_address ON ledger_private (address, at DESC, entry_id DESC)
        WHERE address IS NOT NULL;
      REVOKE ALL ON ledger_private FROM justseal_app;
      GRANT SELECT ON ledger_private TO justseal_app;

      CREATE VIEW told_entries AS
        SELECT e.id, e.docket, e.seq, e.kind, e.at, e.hash,
          coalesce(p.actor, e.actor) AS actor, coalesce(p.address, e.address) AS address,
          CASE WHEN p.body IS NULL THEN e.body ELSE (e.body::jsonb || jsonb_build_object(
            'actor', (e.body::jsonb->'actor') || (p.body::jsonb->'actor'),
            'facts', (e.body::jsonb->'facts') || (p.body::jsonb->'facts')))::text END AS body
        FROM ledger_entries AS e LEFT JOIN ledger_private AS p ON p.entry_id = e.id;
      GRANT SELECT ON told_entries TO justseal_app;

      -- The commitment stands between prev and rows, in canonical order.
      CREATE FUNCTION ledger_append(p_docket text, p_kind text, p_at timestamptz, p_opening text, p_salt text,
        p_private text) RETURNS void LANGUAGE plpgsql SECURITY DEFINER SET search_path = public, pg_temp AS $$
      DECLARE
        head ledger_heads;
        closed text;
        told jsonb;
        apart jsonb;
        added bigint;
        pending text := coalesce(current_setting('justseal.rows', true), '');
        stated text := '';
      BEGIN
        IF pending <> '' THEN
          stated := '"rows":[' || substr(pending, 2) || '],';
          PERFORM set_config('justseal.rows', '', true);
        END IF;
        IF p_private IS NOT NULL THEN
          stated := '"private":"' || encode(sha256(convert_to(p_salt || p_private, 'UTF8')), 'hex') || '",' || stated;
          apart := p_private::jsonb;
        END IF;
        LOOP
          UPDATE ledger_heads SET prev = hash, seq = seq + 1,
            hash = encode(sha256(convert_to(p_opening || ',"prev":"' || hash || '",' || stated || '"seq":' ||
              (seq + 1) || ',"v":1}', 'UTF8')), 'hex')
            WHERE docket = p_docket RETURNING * INTO head;
          EXIT WHEN FOUND;
          INSERT INTO ledger_heads (docket, seq, hash) VALUES (p_docket, 0, repeat('0', 64)) ON CONFLICT
            (docket) DO NOTHING;
        END LOOP;
        closed := p_opening || ',"prev":"' || head.prev || '",' || stated || '"seq":' || head.seq || ',"v":1}';
        told := closed::jsonb;
        IF told->>'docket' IS DISTINCT FROM p_docket OR told->>'kind' IS DISTINCT FROM p_kind THEN
          RAISE EXCEPTION 'the entry does not name its own docket and kind' USING ERRCODE = 'check_violation';
        END IF;
        INSERT INTO ledger_entries (docket, seq, kind, at, body, hash, actor, address)
          VALUES (p_docket, head.seq, p_kind, p_at, closed, head.hash, told #>> '{actor,name}', told #>>
            '{actor,address}') RETURNING id INTO added;
        IF p_private IS NOT NULL THEN
          INSERT INTO ledger_private (entry_id, docket, at, salt, body, actor, address)
            VALUES (added, p_docket, p_at, p_salt, p_private, apart #>> '{actor,name}', apart #>> '{actor,address}');
        END IF;
      END $$;
      CREATE OR REPLACE FUNCTION ledger_append(p_docket text, p_kind text, p_at timestamptz, p_opening text)
        RETURNS void LANGUAGE sql SECURITY DEFINER SET search_path = public, pg_temp AS $$
        SELECT ledger_append(p_docket, p_kind, p_at, p_opening, NULL, NULL)
      $$;
      REVOKE ALL ON FUNCTION ledger_append(text, text, timestamptz, text, text, text) FROM PUBLIC;
      GRANT EXECUTE ON FUNCTION ledger_append(text, text, timestamptz, text, text, text) TO justseal_app;

      -- Takes away what the entries of a chain say of people; only of what was destroyed.
      CREATE FUNCTION ledger_forget(p_docket text) RETURNS void LANGUAGE plpgsql SECURITY DEFINER
        SET search_path = public, pg_temp AS $$
      BEGIN
        IF NOT EXISTS (SELECT 1 FROM records JOIN stubs ON record_id = id WHERE number = p_docket)
            AND NOT EXISTS (SELECT 1 FROM dockets JOIN docket_stubs ON docket_id = id WHERE number = p_docket)
            AND NOT EXISTS (SELECT 1 FROM circulations JOIN stubs USING (record_id) WHERE number = p_docket) THEN
          RAISE EXCEPTION 'nothing of % was destroyed', p_docket USING ERRCODE = 'restrict_violation';
        END IF;
        DELETE FROM ledger_private WHERE docket = p_docket;
      END $$;
      REVOKE ALL ON FUNCTION ledger_forget(text) FROM PUBLIC;
      GRANT EXECUTE ON FUNCTION ledger_forget(text) TO justseal_app;
    SQL

    hidden.each do |table, (keys, silent, columns)|
      run <<~SQL
        DROP TRIGGER #{table}_stated ON #{table};
        CREATE TRIGGER #{table}_stated AFTER INSERT OR UPDATE OR DELETE ON #{table} FOR EACH ROW
          EXECUTE FUNCTION state_row('#{keys}', '#{silent}', '#{columns}');
      SQL
      run "SELECT state_rows('#{table}', $$#{table == :dockets ? "state <> 'draft'" : "true"}$$)"
    end
    run "SELECT tell_rows()"
  end
end
