# frozen_string_literal: true

# Signatures and initials that members of the staff keep for the next time; what they sign with stands in the documents.
Sequel.migration do
  up do
    run <<~SQL
      CREATE TABLE kept_marks (
        id bigint GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
        account_id bigint NOT NULL REFERENCES accounts,
        kind text NOT NULL CONSTRAINT kept_marks_kind CHECK (kind IN ('signature', 'initials')),
        mark jsonb NOT NULL,
        usual boolean NOT NULL,
        kept_at timestamptz NOT NULL
      );
      CREATE INDEX kept_marks_by_account ON kept_marks (account_id, kind);
      CREATE UNIQUE INDEX kept_marks_usual ON kept_marks (account_id, kind) WHERE usual;
    SQL
  end
end
