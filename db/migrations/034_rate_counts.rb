# frozen_string_literal: true

# What is limited is counted for all web processes together.
Sequel.migration do
  up do
    run <<~SQL
      CREATE UNLOGGED TABLE rate_counts (
        key text PRIMARY KEY,
        value bigint NOT NULL,
        ends_at timestamptz NOT NULL
      );
      CREATE INDEX rate_counts_by_end ON rate_counts (ends_at);
    SQL
  end
end
