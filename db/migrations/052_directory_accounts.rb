# frozen_string_literal: true

# Accounts that a directory keeps have a row, also where it gave them no number there; one that it deleted has none.
Sequel.migration do
  up do
    run "ALTER TABLE provisioned_accounts ALTER COLUMN external_id DROP NOT NULL"
  end
end
