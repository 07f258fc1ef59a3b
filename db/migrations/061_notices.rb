# frozen_string_literal: true

# What senders are told of their dockets, and when: at once, together once a day, or not.
Sequel.migration do
  up do
    run <<~SQL
      ALTER TABLE accounts ADD COLUMN notices jsonb;
      -- What is told once a day, until it is.
      CREATE TABLE daily_notices (
        id bigint GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
        account_id bigint NOT NULL REFERENCES accounts,
        docket_id bigint NOT NULL REFERENCES dockets,
        event text NOT NULL,
        who text,
        happened_at timestamptz NOT NULL
      );
      CREATE INDEX daily_notices_by_account ON daily_notices (account_id, id);
    SQL
  end
end
