# frozen_string_literal: true

# Staff are invited, change, and leave; units stand beneath one another and have heads. Links for choosing a password
# end, and are kept as hashes; so is the code by which an office is set up once. Mails go to staff as well, about their
# accounts. Programs see of which form the database is.
Sequel.migration do
  up do
    run <<~SQL
      CREATE TABLE units (
        name text PRIMARY KEY CONSTRAINT units_name CHECK (length(name) BETWEEN 1 AND 100),
        above text REFERENCES units CONSTRAINT units_not_beneath_itself CHECK (above <> name),
        head_id bigint REFERENCES accounts,
        ended_at timestamptz
      );
      INSERT INTO units (name) SELECT DISTINCT unit FROM accounts WHERE role <> 'outside' AND unit <> '';

      ALTER TABLE accounts ADD COLUMN edits integer NOT NULL DEFAULT 0, ADD COLUMN ended_because text;
      CREATE INDEX accounts_by_unit ON accounts (unit);

      CREATE TABLE account_links (
        id bigint GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
        account_id bigint NOT NULL REFERENCES accounts,
        purpose text NOT NULL CONSTRAINT account_links_purpose CHECK (purpose IN ('invitation', 'reset')),
        token_sha256 text NOT NULL CONSTRAINT account_links_token UNIQUE,
        made_at timestamptz NOT NULL,
        ends_at timestamptz NOT NULL,
        used_at timestamptz
      );
      CREATE INDEX account_links_by_account ON account_links (account_id);

      CREATE TABLE setup_codes (
        id bigint GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
        code_sha256 text NOT NULL,
        made_at timestamptz NOT NULL,
        ends_at timestamptz NOT NULL,
        tries integer NOT NULL DEFAULT 0
      );

      GRANT SELECT ON schema_info TO justseal_app;

      ALTER TABLE messages
        ALTER COLUMN docket_id DROP NOT NULL,
        ADD COLUMN account_id bigint REFERENCES accounts,
        ADD CONSTRAINT messages_are_about CHECK ((docket_id IS NULL) <> (account_id IS NULL));
      CREATE INDEX messages_by_account ON messages (account_id) WHERE account_id IS NOT NULL;
    SQL
    run <<~SQL
      CREATE TRIGGER units_stated AFTER INSERT OR UPDATE OR DELETE ON units FOR EACH ROW
        EXECUTE FUNCTION state_row('name', '', '');
      CREATE CONSTRAINT TRIGGER units_told AFTER INSERT OR UPDATE OR DELETE ON units
        DEFERRABLE INITIALLY DEFERRED FOR EACH ROW EXECUTE FUNCTION tell_rows_at_end();
    SQL
    # The trigger of accounts is made anew: how often somebody was edited is not stated.
    run <<~SQL
      DROP TRIGGER accounts_stated ON accounts;
      CREATE TRIGGER accounts_stated AFTER INSERT OR UPDATE OR DELETE ON accounts FOR EACH ROW
        EXECUTE FUNCTION state_row('id', 'wrong_steps steps_locked_until may_enrol_until password_for_once edits',
          'email name');
      SELECT state_rows('units', 'true');
      SELECT state_rows('accounts', 'true');
      SELECT tell_rows();
    SQL
  end
end
