# frozen_string_literal: true

# Circulations: one document to many people, either one for all, which stays as it is while each acts on it, or each
# their own. Each person has a docket, under the circulation's number.
Sequel.migration do
  up do
    run <<~SQL
      CREATE TABLE circulations (
        id bigint GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
        number text NOT NULL CONSTRAINT circulations_number UNIQUE,
        title text NOT NULL CONSTRAINT circulations_title_length CHECK (char_length(title) BETWEEN 1 AND 300),
        mode text NOT NULL CONSTRAINT circulations_mode CHECK (mode IN ('one', 'each')),
        act text NOT NULL CONSTRAINT circulations_act CHECK (act IN ('sign', 'approve', 'acknowledge')),
        state text NOT NULL DEFAULT 'draft'
          CONSTRAINT circulations_state CHECK (state IN ('draft', 'sending', 'stopped', 'out', 'closed')),
        owner_id bigint NOT NULL REFERENCES accounts,
        -- What is circulated: a version of a record, or a version of a docket template.
        record_id bigint REFERENCES records,
        version_id bigint REFERENCES versions,
        template_id bigint REFERENCES docket_templates,
        template_version integer,
        record_class_id bigint NOT NULL REFERENCES record_classes,
        case_file_id bigint NOT NULL REFERENCES case_files,
        message text NOT NULL DEFAULT ''
          CONSTRAINT circulations_message_length CHECK (char_length(message) <= 4000),
        -- Words that each has to type; what each has to bring.
        declaration text CONSTRAINT circulations_declaration CHECK (char_length(declaration) BETWEEN 1 AND 200),
        attachment text CONSTRAINT circulations_attachment CHECK (char_length(attachment) BETWEEN 1 AND 100),
        least_level integer CONSTRAINT circulations_least_level CHECK (least_level BETWEEN 1 AND 4),
        -- From and until when what is circulated is in force.
        starts_on date,
        ends_on date,
        -- A day, or working days from when each is asked.
        due_on date,
        due_days integer CONSTRAINT circulations_due_days CHECK (due_days BETWEEN 1 AND 365),
        remind_after_days integer,
        remind_every_days integer,
        remind_before_days integer,
        -- Who is asked, and whether those are followed who join or leave.
        choice jsonb NOT NULL DEFAULT '{}',
        asks_joiners boolean NOT NULL DEFAULT false,
        withdraws_leavers boolean NOT NULL DEFAULT false,
        -- The document as all get it that have no fields of their own.
        frozen_sha256 text CONSTRAINT circulations_frozen CHECK (frozen_sha256 ~ '^[0-9a-f]{64}$'),
        sheet_record_id bigint REFERENCES records,
        edits integer NOT NULL DEFAULT 0,
        created_at timestamptz NOT NULL,
        started_at timestamptz,
        ended_at timestamptz,
        CONSTRAINT circulations_in_force CHECK (ends_on >= starts_on),
        CONSTRAINT circulations_what CHECK ((record_id IS NULL) = (version_id IS NULL)),
        CONSTRAINT circulations_template CHECK ((template_id IS NULL) = (template_version IS NULL)),
        CONSTRAINT circulations_something CHECK (record_id IS NOT NULL OR template_id IS NOT NULL)
      );
      CREATE INDEX circulations_newest ON circulations (created_at DESC, id DESC);
      CREATE INDEX circulations_by_record ON circulations (record_id);

      CREATE TABLE circulation_recipients (
        id bigint GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
        circulation_id bigint NOT NULL REFERENCES circulations,
        kind text NOT NULL CONSTRAINT circulation_recipients_kind CHECK (kind IN ('staff', 'outside')),
        account_id bigint REFERENCES accounts,
        name text NOT NULL CONSTRAINT circulation_recipients_name CHECK (char_length(name) BETWEEN 1 AND 200),
        email text NOT NULL CONSTRAINT circulation_recipients_email CHECK (char_length(email) <= 254),
        organisation text NOT NULL DEFAULT '',
        job_title text NOT NULL DEFAULT '',
        telephone text NOT NULL DEFAULT '',
        unit text NOT NULL DEFAULT '',
        position integer,
        -- Particulars and answers to opening questions, by name.
        given jsonb NOT NULL DEFAULT '{}',
        source text NOT NULL
          CONSTRAINT circulation_recipients_source CHECK (source IN ('chosen', 'file', 'joined', 'handed_over')),
        docket_id bigint CONSTRAINT circulation_recipients_docket UNIQUE REFERENCES dockets,
        party_id bigint REFERENCES parties,
        problem text,
        left_at timestamptz,
        left_because text
          CONSTRAINT circulation_recipients_left CHECK (left_because IN ('left_unit', 'handed_over', 'taken_out')),
        CONSTRAINT circulation_recipients_left_when CHECK ((left_at IS NULL) = (left_because IS NULL))
      );
      -- Nobody is asked twice.
      CREATE UNIQUE INDEX circulation_recipients_once ON circulation_recipients (circulation_id, lower(email))
        WHERE left_at IS NULL;
      CREATE INDEX circulation_recipients_in_order ON circulation_recipients (circulation_id, id);
      CREATE INDEX circulation_recipients_to_send ON circulation_recipients (circulation_id, id)
        WHERE docket_id IS NULL AND problem IS NULL AND left_at IS NULL;
      CREATE INDEX circulation_recipients_by_account ON circulation_recipients (account_id);

      -- The rows of a file of people, and what its columns mean.
      CREATE TABLE circulation_files (
        circulation_id bigint PRIMARY KEY REFERENCES circulations,
        head jsonb NOT NULL,
        columns jsonb NOT NULL,
        rows jsonb NOT NULL
      );

      CREATE TABLE circulation_shares (
        circulation_id bigint NOT NULL REFERENCES circulations,
        account_id bigint NOT NULL REFERENCES accounts,
        PRIMARY KEY (circulation_id, account_id)
      );

      ALTER TABLE dockets
        ADD COLUMN circulation_id bigint REFERENCES circulations,
        -- Does its document stay as it is, for all whom the circulation asks?
        ADD COLUMN for_all boolean;
      -- A record that is one document for all is in thousands of dockets, which no list of its own looks through.
      ALTER TABLE docket_documents ADD COLUMN for_all boolean;
      CREATE INDEX docket_documents_own ON docket_documents (record_id, docket_id) WHERE for_all IS NULL;
      CREATE INDEX dockets_by_circulation ON dockets (circulation_id, state) WHERE circulation_id IS NOT NULL;
      -- What one person did on a document that stays as it is: its proof is the ledger and the circulation's sheet.
      ALTER TABLE dockets DROP CONSTRAINT dockets_state;
      ALTER TABLE dockets ADD CONSTRAINT dockets_state
        CHECK (state IN ('draft', 'out', 'sealed', 'gathered', 'refused', 'withdrawn', 'lapsed'));
      -- Whether a job is planned is asked for each docket that is sent.
      CREATE INDEX que_jobs_by_class ON que_jobs (job_class, run_at) WHERE finished_at IS NULL;
      ALTER TABLE parties
        ADD COLUMN least_level integer CONSTRAINT parties_least_level CHECK (least_level BETWEEN 1 AND 4),
        ADD COLUMN declaration text CONSTRAINT parties_declaration CHECK (char_length(declaration) BETWEEN 1 AND 200);
    SQL
  end
end
