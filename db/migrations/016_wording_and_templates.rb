# frozen_string_literal: true

# Wording, time and options of a docket; holidays; docket templates.
Sequel.migration do
  up do
    run <<~SQL
      ALTER TABLE dockets
        ADD COLUMN subject text NOT NULL DEFAULT '' CONSTRAINT dockets_subject_length CHECK
          (char_length(subject) <= 200),
        -- Working days from sending, instead of a date that is chosen.
        ADD COLUMN deadline_days integer CONSTRAINT dockets_deadline_days CHECK (deadline_days BETWEEN 1 AND 250),
        ADD COLUMN told jsonb NOT NULL DEFAULT '[]',
        ADD COLUMN options jsonb NOT NULL DEFAULT '{}',
        ADD COLUMN from_template text;

      CREATE TABLE holidays (
        day date PRIMARY KEY,
        title text NOT NULL CONSTRAINT holidays_title_length CHECK (char_length(title) BETWEEN 1 AND 100)
      );

      CREATE TABLE docket_templates (
        id bigint GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
        code text NOT NULL CONSTRAINT docket_templates_code UNIQUE,
        owner_id bigint NOT NULL REFERENCES accounts,
        -- Units that may use it; empty for all.
        units text[] NOT NULL DEFAULT '{}',
        class_code text NOT NULL DEFAULT '',
        version integer NOT NULL DEFAULT 0,
        created_at timestamptz NOT NULL,
        retired_at timestamptz
      );
      CREATE INDEX docket_templates_by_class ON docket_templates (class_code) WHERE retired_at IS NULL;
      CREATE TABLE docket_template_versions (
        template_id bigint NOT NULL REFERENCES docket_templates,
        version integer NOT NULL,
        title text NOT NULL CONSTRAINT docket_template_versions_title CHECK (char_length(title) BETWEEN 1 AND 200),
        definition jsonb NOT NULL,
        made_by bigint NOT NULL REFERENCES accounts,
        made_at timestamptz NOT NULL,
        PRIMARY KEY (template_id, version)
      );
      CREATE INDEX dockets_out_by_deadline ON dockets (deadline, id) WHERE state = 'out';
      CREATE INDEX dockets_by_owner_deadline ON dockets (owner_id, deadline) WHERE state = 'out';
      CREATE INDEX dockets_by_owner_ended ON dockets (owner_id, ended_at DESC) WHERE ended_at IS NOT NULL;
    SQL
  end
end
