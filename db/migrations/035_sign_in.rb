# frozen_string_literal: true

# Tries to sign in are slowed down for each account and address; sessions tell where they are; a password that was given
# for once is used up.
Sequel.migration do
  up do
    run <<~SQL
      CREATE TABLE sign_in_tries (
        login citext NOT NULL,
        address text NOT NULL,
        tries integer NOT NULL,
        tried_at timestamptz NOT NULL,
        PRIMARY KEY (login, address)
      );
      CREATE INDEX sign_in_tries_by_time ON sign_in_tries (tried_at);

      ALTER TABLE account_active_session_keys ADD COLUMN address text, ADD COLUMN client text;
      ALTER TABLE accounts ADD COLUMN password_for_once boolean NOT NULL DEFAULT false;
      DROP TABLE account_lockouts, account_login_failures;
    SQL
  end
end
