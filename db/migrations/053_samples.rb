# frozen_string_literal: true

# Documents to try everything on: their records and dockets are never counted, and nobody sees those of others. NULL is
# what all others have.
Sequel.migration do
  up do
    %w[records dockets].each do |table|
      run "ALTER TABLE #{table} ADD COLUMN sample boolean CONSTRAINT #{table}_sample CHECK (sample)"
    end
  end
end
