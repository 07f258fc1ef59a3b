# frozen_string_literal: true

# Staff accounts, in the tables that Rodauth expects. The role "justseal_app" is the running application: it gets rows,
# never tables.
Sequel.migration do
  up do
    run <<~SQL
      ALTER DEFAULT PRIVILEGES IN SCHEMA public GRANT SELECT, INSERT, UPDATE, DELETE ON TABLES TO justseal_app;
      ALTER DEFAULT PRIVILEGES IN SCHEMA public GRANT USAGE, SELECT ON SEQUENCES TO justseal_app;

      CREATE TABLE accounts (
        id bigint GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
        status_id integer NOT NULL DEFAULT 2 CONSTRAINT accounts_status CHECK (status_id IN (1, 2, 3)),
        email citext NOT NULL CONSTRAINT accounts_email UNIQUE,
        name text NOT NULL,
        role text NOT NULL CONSTRAINT accounts_role CHECK (role IN ('administrator', 'compliance', 'sender',
          'auditor')),
        unit text NOT NULL,
        created_at timestamptz NOT NULL DEFAULT now()
      );
      CREATE TABLE account_password_hashes (
        id bigint PRIMARY KEY REFERENCES accounts,
        password_hash text NOT NULL
      );
      CREATE TABLE account_login_failures (
        id bigint PRIMARY KEY REFERENCES accounts,
        number integer NOT NULL DEFAULT 1
      );
      CREATE TABLE account_lockouts (
        id bigint PRIMARY KEY REFERENCES accounts,
        key text NOT NULL,
        deadline timestamptz NOT NULL DEFAULT now() + interval '1 hour',
        email_last_sent timestamptz
      );
      CREATE TABLE account_active_session_keys (
        account_id bigint REFERENCES accounts,
        session_id text,
        created_at timestamptz NOT NULL DEFAULT now(),
        last_use timestamptz NOT NULL DEFAULT now(),
        PRIMARY KEY (account_id, session_id)
      );
    SQL
  end
end
