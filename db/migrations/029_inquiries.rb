# frozen_string_literal: true

# Inquiries with their answers, samples and outside auditors; standing questions; and what entries are found by.
Sequel.migration do
  up do
    run <<~SQL
      ALTER TABLE ledger_entries ADD COLUMN actor text, ADD COLUMN address text;
      ALTER TABLE ledger_entries DISABLE TRIGGER USER;
      UPDATE ledger_entries SET actor = body::jsonb #>> '{actor,name}', address = body::jsonb #>> '{actor,address}';
      ALTER TABLE ledger_entries ENABLE TRIGGER USER;
      CREATE INDEX ledger_entries_by_actor ON ledger_entries (lower(actor), at DESC, id DESC);
      CREATE INDEX ledger_entries_by_address ON ledger_entries (address, at DESC, id DESC) WHERE address IS NOT NULL;
      CREATE INDEX ledger_entries_by_kind ON ledger_entries (kind, at DESC, id DESC);
      DROP INDEX ledger_entries_at;
      CREATE INDEX ledger_entries_at ON ledger_entries (at DESC, id DESC);

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
        INSERT INTO ledger_entries (docket, seq, kind, at, body, hash, actor, address)
          VALUES (p_docket, head.seq, p_kind, p_at, closed, head.hash, told #>> '{actor,name}', told #>>
            '{actor,address}');
      END $$;

      CREATE TABLE inquiries (
        id bigint GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
        number text NOT NULL CONSTRAINT inquiries_number UNIQUE,
        asked_by text NOT NULL CONSTRAINT inquiries_asked_by CHECK (char_length(asked_by) BETWEEN 1 AND 200),
        mandate text NOT NULL CONSTRAINT inquiries_mandate CHECK (char_length(mandate) BETWEEN 1 AND 500),
        question text NOT NULL CONSTRAINT inquiries_question CHECK (char_length(question) BETWEEN 1 AND 2000),
        from_day date NOT NULL,
        until_day date NOT NULL CONSTRAINT inquiries_period CHECK (until_day >= from_day),
        scope jsonb NOT NULL DEFAULT '{}',
        due_on date NOT NULL,
        worker_id bigint NOT NULL REFERENCES accounts,
        opened_by bigint NOT NULL REFERENCES accounts,
        opened_at timestamptz NOT NULL,
        edits integer NOT NULL DEFAULT 0,
        closing_at timestamptz,
        closed_at timestamptz,
        blanked boolean NOT NULL DEFAULT false,
        pack_sha256 text,
        problem text
      );

      CREATE TABLE answers (
        id bigint GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
        inquiry_id bigint NOT NULL REFERENCES inquiries,
        position integer NOT NULL,
        question text NOT NULL,
        params jsonb NOT NULL DEFAULT '{}',
        state text NOT NULL DEFAULT 'waiting' CONSTRAINT answers_state CHECK (state IN ('waiting', 'running',
          'done', 'failed')),
        done bigint NOT NULL DEFAULT 0,
        size bigint NOT NULL DEFAULT 0,
        problem text,
        asked_by bigint NOT NULL REFERENCES accounts,
        asked_at timestamptz NOT NULL,
        answered_at timestamptz,
        result_sha256 text,
        report_sha256 text,
        CONSTRAINT answers_position UNIQUE (inquiry_id, position)
      );

      CREATE TABLE sample_items (
        id bigint GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
        answer_id bigint NOT NULL REFERENCES answers,
        position integer NOT NULL,
        item text NOT NULL,
        stratum text NOT NULL DEFAULT '',
        verdict text CONSTRAINT sample_items_verdict CHECK (verdict IN ('pass', 'deviation')),
        note text NOT NULL DEFAULT '' CONSTRAINT sample_items_note CHECK (char_length(note) <= 1000),
        tested_by bigint REFERENCES accounts,
        tested_at timestamptz,
        CONSTRAINT sample_items_position UNIQUE (answer_id, position)
      );

      ALTER TABLE accounts DROP CONSTRAINT accounts_role, ADD CONSTRAINT accounts_role CHECK (role IN
        ('administrator', 'compliance', 'sender', 'auditor', 'outside')),
        ADD COLUMN inquiry_id bigint REFERENCES inquiries, ADD COLUMN ends_at timestamptz,
        ADD CONSTRAINT accounts_outside CHECK ((role = 'outside') = (inquiry_id IS NOT NULL) AND (role =
          'outside') = (ends_at IS NOT NULL));

      CREATE TABLE watches (
        id bigint GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
        question text NOT NULL,
        title text NOT NULL,
        scope jsonb NOT NULL DEFAULT '{}',
        days integer NOT NULL CONSTRAINT watches_days CHECK (days BETWEEN 1 AND 3650),
        account_id bigint NOT NULL REFERENCES accounts,
        created_at timestamptz NOT NULL,
        ran_at timestamptz,
        problem text,
        ended_at timestamptz
      );
      CREATE TABLE watch_finds (
        id bigint GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
        watch_id bigint NOT NULL REFERENCES watches,
        key text NOT NULL,
        told jsonb NOT NULL,
        found_at timestamptz NOT NULL,
        seen_at timestamptz,
        gone_at timestamptz,
        CONSTRAINT watch_finds_key UNIQUE (watch_id, key)
      );
      CREATE INDEX watch_finds_new ON watch_finds (found_at DESC) WHERE seen_at IS NULL;

      -- Every name with every address that parties ever had, once each: other spellings are looked for among these.
      CREATE TABLE party_names (
        name text NOT NULL,
        email text NOT NULL,
        PRIMARY KEY (name, email)
      );
      CREATE INDEX party_names_name ON party_names USING gin (name gin_trgm_ops);
      CREATE INDEX party_names_email ON party_names USING gin (split_part(email, '@', 1) gin_trgm_ops);
      INSERT INTO party_names SELECT DISTINCT name, email FROM parties;
      CREATE FUNCTION keep_party_name() RETURNS trigger LANGUAGE plpgsql AS $$
      BEGIN
        INSERT INTO party_names (name, email) VALUES (NEW.name, NEW.email) ON CONFLICT DO NOTHING;
        RETURN NULL;
      END $$;
      CREATE TRIGGER parties_names AFTER INSERT OR UPDATE OF name, email ON parties FOR EACH ROW EXECUTE
        FUNCTION keep_party_name();

      CREATE INDEX dockets_by_sent ON dockets (sent_at, id) WHERE sent_at IS NOT NULL;
      CREATE INDEX dockets_by_class_sent ON dockets (record_class_id, sent_at, id) WHERE sent_at IS NOT NULL;
      CREATE INDEX versions_by_docket ON versions (docket_number, kind) WHERE docket_number IS NOT NULL;
      CREATE INDEX authenticators_weak ON authenticators (bound_at) WHERE bound_level < 3 AND removed_at IS NULL;
      CREATE INDEX records_unsealed ON records (record_class_id, created_at, id) WHERE docket_state IS
        DISTINCT FROM 'sealed';
    SQL
  end
end
