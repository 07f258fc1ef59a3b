# frozen_string_literal: true

# Entries of what a program or a standing instruction did are found by an index of their own.
Sequel.migration do
  up do
    run <<~SQL
      CREATE INDEX ledger_entries_by_machine ON ledger_entries (at, id)
        WHERE substring(body from '^\\{"actor":\\{[^}]*\\}') ~ '"(program|run)":"';
    SQL
  end
end
