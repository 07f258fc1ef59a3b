# frozen_string_literal: true

# Docket templates hold documents, are tried before they are used, and are shared with people as well as units.
Sequel.migration do
  up do
    run <<~SQL
      ALTER TABLE docket_templates
        -- The version that is used: null for the newest, 0 for none yet.
        ADD COLUMN in_use integer CONSTRAINT docket_templates_in_use CHECK (in_use >= 0),
        -- Accounts that may use it besides the units; units and accounts that may change it besides its owner.
        ADD COLUMN people bigint[],
        ADD COLUMN editor_units text[],
        ADD COLUMN editors bigint[];
      -- What a party is in the docket, as the template calls it: "Licensee".
      ALTER TABLE parties
        ADD COLUMN role_title text CONSTRAINT parties_role_title_length CHECK (char_length(role_title) <= 100);
      CREATE TABLE docket_template_files (
        template_id bigint NOT NULL,
        version integer NOT NULL,
        document integer NOT NULL,
        sha256 text NOT NULL CONSTRAINT docket_template_files_sha256 CHECK (sha256 ~ '^[0-9a-f]{64}$'),
        file_name text NOT NULL,
        size_bytes bigint NOT NULL,
        page_count integer NOT NULL,
        PRIMARY KEY (template_id, version, document),
        FOREIGN KEY (template_id, version) REFERENCES docket_template_versions
      );
      CREATE TABLE docket_template_favourites (
        account_id bigint NOT NULL REFERENCES accounts,
        template_id bigint NOT NULL REFERENCES docket_templates,
        PRIMARY KEY (account_id, template_id)
      );
    SQL
  end
end
