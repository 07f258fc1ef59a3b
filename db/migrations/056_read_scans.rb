# frozen_string_literal: true

# A scan whose text was read is a version of its own.
Sequel.migration do
  up do
    run <<~SQL
      ALTER TABLE versions DROP CONSTRAINT versions_kind;
      ALTER TABLE versions ADD CONSTRAINT versions_kind CHECK (kind IN ('captured', 'revised', 'converted', 'flattened',
        'sealed', 'scan', 'certificate', 'renewed', 'read'));
    SQL
  end
end
