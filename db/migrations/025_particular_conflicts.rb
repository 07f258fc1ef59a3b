# frozen_string_literal: true

# Values that a party typed for a particular which somebody had changed since the docket was sent: a person decides.
Sequel.migration do
  up do
    run <<~SQL
      CREATE TABLE particular_conflicts (
        id bigint GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
        record_id bigint NOT NULL REFERENCES records,
        docket_number text NOT NULL,
        name text NOT NULL,
        typed jsonb NOT NULL,
        noted_at timestamptz NOT NULL,
        decided_by bigint REFERENCES accounts,
        decided_at timestamptz,
        taken boolean,
        CONSTRAINT particular_conflicts_once UNIQUE (record_id, docket_number, name),
        CONSTRAINT particular_conflicts_decided CHECK ((decided_at IS NULL) = (taken IS NULL) AND (decided_at
          IS NULL) = (decided_by IS NULL))
      );
      CREATE INDEX particular_conflicts_open ON particular_conflicts (record_id) WHERE decided_at IS NULL;
    SQL
  end
end
