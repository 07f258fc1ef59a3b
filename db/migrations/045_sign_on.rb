# frozen_string_literal: true

# Staff sign on at a provider of the office's own. Kept is who somebody is there, and with a session what the provider
# said of how they showed it, so that it can end with the one there. What a seat in a docket rests on is kept with the
# link into the room.
Sequel.migration do
  up do
    run <<~SQL
      CREATE TABLE sign_on_identities (
        id bigint GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
        account_id bigint NOT NULL REFERENCES accounts,
        provider text NOT NULL,
        subject text NOT NULL,
        bound_at timestamptz NOT NULL,
        CONSTRAINT sign_on_identities_one UNIQUE (provider, subject)
      );
      CREATE INDEX sign_on_identities_by_account ON sign_on_identities (account_id);

      ALTER TABLE account_active_session_keys ADD COLUMN vouched jsonb, ADD COLUMN sign_on_token text;
      CREATE INDEX sessions_signed_on ON account_active_session_keys ((vouched->>'session')) WHERE vouched IS NOT NULL;

      ALTER TABLE personal_links ADD COLUMN vouched jsonb;
    SQL
    run <<~SQL
      CREATE TRIGGER sign_on_identities_stated AFTER INSERT OR UPDATE OR DELETE ON sign_on_identities FOR EACH ROW
        EXECUTE FUNCTION state_row('id', '', 'subject');
      CREATE CONSTRAINT TRIGGER sign_on_identities_told AFTER INSERT OR UPDATE OR DELETE ON sign_on_identities
        DEFERRABLE INITIALLY DEFERRED FOR EACH ROW EXECUTE FUNCTION tell_rows_at_end();
    SQL
  end
end
