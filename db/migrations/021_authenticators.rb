# frozen_string_literal: true

# Authenticators that were bound to a person: by the account, or by the mail address of somebody outside.
Sequel.migration do
  up do
    run <<~SQL
      CREATE TABLE authenticators (
        id bigint GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
        kind text NOT NULL CONSTRAINT authenticators_kind CHECK (kind IN ('app_code', 'passkey')),
        email text NOT NULL CONSTRAINT authenticators_email CHECK (email = lower(email)),
        account_id bigint REFERENCES accounts,
        secret text NOT NULL,
        last_step bigint NOT NULL DEFAULT 0,
        bound_level integer CONSTRAINT authenticators_bound CHECK (bound_level BETWEEN 2 AND 4),
        bound_by text NOT NULL DEFAULT '',
        begun_at timestamptz NOT NULL,
        bound_at timestamptz,
        removed_at timestamptz,
        removed_because text,
        CONSTRAINT authenticators_whole CHECK ((bound_at IS NULL) = (bound_level IS NULL))
      );
      CREATE UNIQUE INDEX authenticators_one ON authenticators (kind, email) WHERE bound_at IS NOT NULL AND
        removed_at IS NULL;
      CREATE INDEX authenticators_by_email ON authenticators (email);
    SQL
  end
end
