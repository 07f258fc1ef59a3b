# frozen_string_literal: true

# Accounts of programs, in which nobody signs in: they stay as they were made, and are asked for by tokens alone.
Sequel.migration do
  up do
    run <<~SQL
      CREATE TABLE program_accounts (
        account_id bigint PRIMARY KEY REFERENCES accounts,
        made_by bigint NOT NULL REFERENCES accounts,
        made_at timestamptz NOT NULL
      );
      CREATE TRIGGER program_accounts_stated AFTER INSERT OR UPDATE OR DELETE ON program_accounts FOR EACH ROW
        EXECUTE FUNCTION state_row('account_id', '', '');
      CREATE CONSTRAINT TRIGGER program_accounts_told AFTER INSERT OR UPDATE OR DELETE ON program_accounts
        DEFERRABLE INITIALLY DEFERRED FOR EACH ROW EXECUTE FUNCTION tell_rows_at_end();
    SQL
  end
end
