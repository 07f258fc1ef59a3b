# frozen_string_literal: true

# A record that is taken for revision is reserved until its new version comes back.
Sequel.migration do
  up do
    run <<~SQL
      ALTER TABLE records
        ADD COLUMN reserved_by bigint REFERENCES accounts,
        ADD COLUMN reserved_at timestamptz,
        ADD CONSTRAINT records_reserved CHECK ((reserved_by IS NULL) = (reserved_at IS NULL));
      CREATE INDEX records_reserved_index ON records (reserved_by) WHERE reserved_by IS NOT NULL;
    SQL
  end
end
