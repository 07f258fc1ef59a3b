# frozen_string_literal: true

# The ledger says what the tables hold. Each change of a row on which evidence rests is stated, by a trigger, in the
# next entry of its transaction: table, key, and every column with its old and its new value, or their hashes where they
# are about people or long. What no entry of the transaction told is told at its end by one of the chain "tables". A
# docket that is a draft is nobody's evidence yet: its rows are stated when it is sent.
#
# table => [columns of its key, columns that are not stated, columns about people], as in Store::Projection::TABLES.
Sequel.migration do
  tables = {
    accounts: ["id", "wrong_steps steps_locked_until may_enrol_until password_for_once", "email name"],
    answers: ["id", "state done size problem", "params"],
    authenticators: ["id", "secret last_step sign_count begun_at", "email credential_id"],
    case_files: ["id", "edits", "note particulars parties"],
    consent_texts: ["version", "", ""],
    docket_documents: ["id", "", "particulars"],
    docket_files: ["id", "", "file_name"],
    docket_template_versions: ["template_id version", "", ""],
    docket_templates: ["id", "", ""],
    dockets: ["id", "edits warned_at told", "message ended_because options"],
    document_templates: ["id", "", ""],
    fields: ["id", "", "value"],
    inquiries: ["id", "edits closing_at problem", ""],
    office_choices: ["name", "", ""],
    particular_conflicts: ["id", "", "typed taken"],
    parties: [
      "id",
      "state_since invited_at reminded_at reminders wrong_tries locked_at phrase_hash",
      "name email organisation telephone note job_title refused_because card"
    ],
    party_members: ["id", "", "name email organisation job_title telephone"],
    proofs: ["id", "", "address client facts"],
    record_class_versions: ["record_class_id version", "", ""],
    record_classes: ["id", "", ""],
    records: ["id", "edits docket_state", "particulars"],
    rulebook_publications: ["version", "", ""],
    rulebooks: ["version", "", ""],
    sample_items: ["id", "", "note"],
    versions: ["id", "page_sizes findings", ""],
    visits: [
      "id",
      "link_id handle secret_sha256 host via used_at ended_at draft typed handed_out",
      "address client"
    ],
    waivers: ["id", "", ""]
  }

  up do
    run <<~SQL
      -- A value as an entry states it.
      CREATE FUNCTION stated(p_value text, p_hidden boolean) RETURNS text LANGUAGE sql IMMUTABLE AS $$
        SELECT CASE WHEN p_hidden OR length(p_value) > 100 OR p_value LIKE 'sha256:%'
          THEN 'sha256:' || encode(sha256(convert_to(p_value, 'UTF8')), 'hex') ELSE p_value END
      $$;

      -- Adds a change to what the next entry of this transaction states; +p_after+ is null for a row that is gone.
      CREATE FUNCTION state_change(p_table text, p_keys text, p_silent text, p_hidden text, p_before jsonb,
        p_after jsonb) RETURNS void LANGUAGE plpgsql SECURITY DEFINER SET search_path = public, pg_temp AS $$
      DECLARE
        pending text := coalesce(current_setting('justseal.rows', true), '');
        named text;
        cells text;
      BEGIN
        SELECT string_agg(coalesce(p_after, p_before)->>one, '/' ORDER BY place) INTO named
          FROM unnest(string_to_array(p_keys, ' ')) WITH ORDINALITY AS k (one, place);
        IF p_after IS NULL THEN
          pending := pending || ',{"gone":true,"id":' || to_json(named) || ',"table":"' || p_table || '"}';
        ELSE
          SELECT string_agg(to_json(col)::text || ':[' || CASE WHEN p_before IS NULL THEN ''
                              ELSE coalesce(to_json(was)::text, 'null') || ',' END
                              || coalesce(to_json(is_now)::text, 'null') || ']', ',' ORDER BY col COLLATE "C")
            INTO cells FROM (
              SELECT col, stated(p_before->>col, col = ANY (string_to_array(p_hidden, ' '))) AS was,
                stated(p_after->>col, col = ANY (string_to_array(p_hidden, ' '))) AS is_now
              FROM jsonb_object_keys(p_after) AS col WHERE col <> ALL (string_to_array(p_silent, ' '))
                AND p_before->>col IS DISTINCT FROM p_after->>col
            ) AS changed;
          IF cells IS NULL THEN
            RETURN;
          END IF;
          pending := pending || ',{"id":' || to_json(named) || ',"set":{' || cells || '},"table":"' || p_table || '"}';
        END IF;
        PERFORM set_config('justseal.rows', pending, true);
        IF length(pending) > 200000 THEN
          PERFORM tell_rows();
        END IF;
      END $$;

      -- What no entry told, in one of its own.
      CREATE FUNCTION tell_rows() RETURNS void LANGUAGE plpgsql SECURITY DEFINER SET search_path = public, pg_temp
        AS $$
      DECLARE
        moment timestamptz := clock_timestamp();
      BEGIN
        IF coalesce(current_setting('justseal.rows', true), '') <> '' THEN
          PERFORM ledger_append('tables', 'rows.changed', moment,
            '{"actor":{"kind":"database","name":' || to_json(session_user::text) || '},"at":"' ||
            to_char(moment AT TIME ZONE 'UTC', 'YYYY-MM-DD"T"HH24:MI:SS.US"Z"') ||
            '","docket":"tables","facts":{},"kind":"rows.changed"');
        END IF;
      END $$;
      CREATE FUNCTION tell_rows_at_end() RETURNS trigger LANGUAGE plpgsql SECURITY DEFINER
        SET search_path = public, pg_temp AS $$ BEGIN PERFORM tell_rows(); RETURN NULL; END $$;

      -- Does the row belong to a docket that is a draft?
      CREATE FUNCTION of_a_draft(p_table text, p_row jsonb) RETURNS boolean LANGUAGE plpgsql STABLE SECURITY DEFINER
        SET search_path = public, pg_temp AS $$
      BEGIN
        CASE p_table
          WHEN 'dockets' THEN RETURN p_row->>'state' = 'draft';
          WHEN 'docket_documents', 'parties' THEN
            RETURN EXISTS (SELECT 1 FROM dockets WHERE id = (p_row->>'docket_id')::bigint AND state = 'draft');
          WHEN 'fields' THEN
            RETURN EXISTS (SELECT 1 FROM dockets d JOIN docket_documents o ON o.docket_id = d.id
              WHERE o.id = (p_row->>'document_id')::bigint AND d.state = 'draft');
          WHEN 'party_members' THEN
            RETURN EXISTS (SELECT 1 FROM dockets d JOIN parties p ON p.docket_id = d.id
              WHERE p.id = (p_row->>'party_id')::bigint AND d.state = 'draft');
          ELSE RETURN false;
        END CASE;
      END $$;

      -- Arguments: columns of the key, columns that are not stated, columns about people.
      CREATE FUNCTION state_row() RETURNS trigger LANGUAGE plpgsql SECURITY DEFINER
        SET search_path = public, pg_temp SET "TimeZone" = 'UTC' AS $$
      DECLARE
        was jsonb := CASE WHEN TG_OP <> 'INSERT' THEN to_jsonb(OLD) END;
        is_now jsonb := CASE WHEN TG_OP <> 'DELETE' THEN to_jsonb(NEW) END;
      BEGIN
        IF of_a_draft(TG_TABLE_NAME, coalesce(is_now, was)) THEN
          RETURN NULL;
        END IF;
        IF TG_TABLE_NAME = 'dockets' AND was->>'state' = 'draft' THEN
          PERFORM state_change('dockets', TG_ARGV[0], TG_ARGV[1], TG_ARGV[2], NULL, is_now);
          PERFORM state_docket((is_now->>'id')::bigint);
        ELSE
          PERFORM state_change(TG_TABLE_NAME, TG_ARGV[0], TG_ARGV[1], TG_ARGV[2], was, is_now);
        END IF;
        RETURN NULL;
      END $$;

      -- What +p_table+'s trigger has for arguments.
      CREATE FUNCTION stated_columns(p_table text, p_place integer) RETURNS text LANGUAGE sql STABLE AS $$
        SELECT split_part(encode(tgargs, 'escape'), E'\\\\000', p_place) FROM pg_trigger
        WHERE tgrelid = p_table::regclass AND tgname = p_table || '_stated'
      $$;

      -- Everything that +p_query+ gives of +p_table+, as a row of +p_table+ each.
      CREATE FUNCTION state_rows(p_table text, p_where text) RETURNS void LANGUAGE plpgsql SECURITY DEFINER
        SET search_path = public, pg_temp SET "TimeZone" = 'UTC' AS $$
      DECLARE
        one jsonb;
      BEGIN
        FOR one IN EXECUTE format('SELECT to_jsonb(t) FROM %I t WHERE %s', p_table, p_where) LOOP
          PERFORM state_change(p_table, stated_columns(p_table, 1), stated_columns(p_table, 2),
            stated_columns(p_table, 3), NULL, one);
        END LOOP;
      END $$;

      CREATE FUNCTION state_docket(p_docket bigint) RETURNS void LANGUAGE plpgsql SECURITY DEFINER
        SET search_path = public, pg_temp AS $$
      BEGIN
        PERFORM state_rows('docket_documents', format('docket_id = %s', p_docket));
        PERFORM state_rows('parties', format('docket_id = %s', p_docket));
        PERFORM state_rows('party_members', format('party_id IN (SELECT id FROM parties WHERE docket_id = %s)',
          p_docket));
        PERFORM state_rows('fields', format('document_id IN (SELECT id FROM docket_documents WHERE docket_id = %s)',
          p_docket));
      END $$;

      CREATE OR REPLACE FUNCTION ledger_append(p_docket text, p_kind text, p_at timestamptz, p_opening text)
        RETURNS void LANGUAGE plpgsql SECURITY DEFINER SET search_path = public, pg_temp AS $$
      DECLARE
        head ledger_heads;
        closed text;
        told jsonb;
        pending text := coalesce(current_setting('justseal.rows', true), '');
        stated text := '';
      BEGIN
        IF pending <> '' THEN
          stated := '"rows":[' || substr(pending, 2) || '],';
          PERFORM set_config('justseal.rows', '', true);
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
            '{actor,address}');
      END $$;

      REVOKE ALL ON FUNCTION state_change, tell_rows, of_a_draft, state_rows, state_docket FROM PUBLIC;
    SQL

    tables.each do |table, (keys, silent, hidden)|
      run <<~SQL
        CREATE TRIGGER #{table}_stated AFTER INSERT OR UPDATE OR DELETE ON #{table} FOR EACH ROW
          EXECUTE FUNCTION state_row('#{keys}', '#{silent}', '#{hidden}');
        CREATE CONSTRAINT TRIGGER #{table}_told AFTER INSERT OR UPDATE OR DELETE ON #{table}
          DEFERRABLE INITIALLY DEFERRED FOR EACH ROW EXECUTE FUNCTION tell_rows_at_end();
      SQL
    end

    # What there is already.
    drafts = "(SELECT id FROM dockets WHERE state = 'draft')"
    sent = {
      dockets: "state <> 'draft'",
      docket_documents: "docket_id NOT IN #{drafts}",
      parties: "docket_id NOT IN #{drafts}",
      party_members: "party_id IN (SELECT id FROM parties WHERE docket_id NOT IN #{drafts})",
      fields: "document_id IN (SELECT id FROM docket_documents WHERE docket_id NOT IN #{drafts})"
    }
    tables.each_key { |table| run "SELECT state_rows('#{table}', $$#{sent.fetch(table, "true")}$$)" }
    run "SELECT tell_rows()"
  end
end
