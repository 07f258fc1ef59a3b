# frozen_string_literal: true

# What has been explained to a member of the staff, who closed it: it is not explained again where it stands.
Sequel.migration do
  up do
    run <<~SQL
      CREATE TABLE told_once (
        account_id bigint NOT NULL REFERENCES accounts,
        name text NOT NULL CONSTRAINT told_once_name CHECK (name ~ '^[a-z_]{1,40}$'),
        told_at timestamptz NOT NULL,
        PRIMARY KEY (account_id, name)
      );
    SQL
  end
end
