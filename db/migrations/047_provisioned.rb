# frozen_string_literal: true

# Accounts that a directory of the organisation keeps, by SCIM: under what number they stand there.
Sequel.migration do
  up do
    run <<~SQL
      CREATE TABLE provisioned_accounts (
        account_id bigint PRIMARY KEY REFERENCES accounts,
        external_id text NOT NULL CONSTRAINT provisioned_accounts_one UNIQUE
          CONSTRAINT provisioned_accounts_length CHECK (length(external_id) BETWEEN 1 AND 200)
      );
    SQL
    run <<~SQL
      CREATE TRIGGER provisioned_accounts_stated AFTER INSERT OR UPDATE OR DELETE ON provisioned_accounts FOR EACH ROW
        EXECUTE FUNCTION state_row('account_id', '', 'external_id');
      CREATE CONSTRAINT TRIGGER provisioned_accounts_told AFTER INSERT OR UPDATE OR DELETE ON provisioned_accounts
        DEFERRABLE INITIALLY DEFERRED FOR EACH ROW EXECUTE FUNCTION tell_rows_at_end();
    SQL
  end
end
