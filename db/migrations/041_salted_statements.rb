# frozen_string_literal: true

# Hashes of what is about people are salted, and of one place only: whoever reads an entry in a bundle can't try out
# telephone numbers, nor see that two rows hold the same. Files of intakes are stated as well. What the tables hold is
# stated once more; older entries keep the hashes that they have.
Sequel.migration do
  drafts = "(SELECT id FROM dockets WHERE state = 'draft')"
  sent = {
    dockets: "state <> 'draft'",
    docket_documents: "docket_id NOT IN #{drafts}",
    parties: "docket_id NOT IN #{drafts}",
    party_members: "party_id IN (SELECT id FROM parties WHERE docket_id NOT IN #{drafts})",
    fields: "document_id IN (SELECT id FROM docket_documents WHERE docket_id NOT IN #{drafts})"
  }
  # Tables with columns about people.
  tables = %i[
    accounts
    answers
    authenticators
    case_files
    docket_documents
    docket_files
    dockets
    fields
    intake_files
    particular_conflicts
    parties
    party_members
    proofs
    records
    sample_items
    visits
  ]

  up do
    run <<~SQL
      CREATE TABLE stated_salt (
        one boolean PRIMARY KEY DEFAULT true CONSTRAINT stated_salt_one CHECK (one),
        value text NOT NULL
      );
      INSERT INTO stated_salt (value) VALUES (gen_random_uuid()::text || gen_random_uuid()::text);
      REVOKE INSERT, UPDATE, DELETE, TRUNCATE ON stated_salt FROM justseal_app;

      -- A value as an entry states it. +p_place+: table, key and column.
      CREATE FUNCTION stated(p_value text, p_hidden boolean, p_place text) RETURNS text LANGUAGE sql STABLE
        SECURITY DEFINER SET search_path = public, pg_temp AS $$
        SELECT CASE
          WHEN p_value IS NULL THEN NULL
          WHEN p_hidden THEN 'salted:' || encode(sha256(convert_to(
            (SELECT value FROM stated_salt) || p_place || p_value, 'UTF8')), 'hex')
          WHEN length(p_value) > 100 OR p_value LIKE 'sha256:%' OR p_value LIKE 'salted:%'
            THEN 'sha256:' || encode(sha256(convert_to(p_value, 'UTF8')), 'hex')
          ELSE p_value END
      $$;

      -- Adds a change to what the next entry of this transaction states; +p_after+ is null for a row that is gone.
      CREATE OR REPLACE FUNCTION state_change(p_table text, p_keys text, p_silent text, p_hidden text, p_before jsonb,
        p_after jsonb) RETURNS void LANGUAGE plpgsql SECURITY DEFINER SET search_path = public, pg_temp AS $$
      DECLARE
        pending text := coalesce(current_setting('justseal.rows', true), '');
        named text;
        place text;
        cells text;
      BEGIN
        SELECT string_agg(coalesce(p_after, p_before)->>one, '/' ORDER BY turn) INTO named
          FROM unnest(string_to_array(p_keys, ' ')) WITH ORDINALITY AS k (one, turn);
        place := p_table || '/' || named || '/';
        IF p_after IS NULL THEN
          pending := pending || ',{"gone":true,"id":' || to_json(named) || ',"table":"' || p_table || '"}';
        ELSE
          SELECT string_agg(to_json(col)::text || ':[' || CASE WHEN p_before IS NULL THEN ''
                              ELSE coalesce(to_json(was)::text, 'null') || ',' END
                              || coalesce(to_json(is_now)::text, 'null') || ']', ',' ORDER BY col COLLATE "C")
            INTO cells FROM (
              SELECT col, stated(p_before->>col, col = ANY (string_to_array(p_hidden, ' ')), place || col) AS was,
                stated(p_after->>col, col = ANY (string_to_array(p_hidden, ' ')), place || col) AS is_now
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
      DROP FUNCTION stated(text, boolean);
      REVOKE ALL ON FUNCTION stated, state_change FROM PUBLIC;

      CREATE TRIGGER intake_files_stated AFTER INSERT OR UPDATE OR DELETE ON intake_files FOR EACH ROW
        EXECUTE FUNCTION state_row('id',
          'kind state problem pdf_sha256 pdf_size_bytes page_count page_sizes findings offers flattened '
          'marks record_id',
          'file_name');
      CREATE CONSTRAINT TRIGGER intake_files_told AFTER INSERT OR UPDATE OR DELETE ON intake_files
        DEFERRABLE INITIALLY DEFERRED FOR EACH ROW EXECUTE FUNCTION tell_rows_at_end();
    SQL
    tables.each { |table| run "SELECT state_rows('#{table}', $$#{sent.fetch(table, "true")}$$)" }
    run "SELECT tell_rows()"
  end
end
