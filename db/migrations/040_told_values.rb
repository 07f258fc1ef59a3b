# frozen_string_literal: true

# A class says whether seal certificates tell what parties typed. A column that is added to a stated table is stated at
# once, or the audit would find that no entry tells of it.
Sequel.migration do
  up do
    run <<~SQL
      ALTER TABLE record_classes ADD COLUMN tells_values boolean NOT NULL DEFAULT true;
      SELECT state_rows('record_classes', 'true');
      SELECT tell_rows();
    SQL
  end
end
