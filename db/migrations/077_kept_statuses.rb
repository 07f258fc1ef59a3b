# frozen_string_literal: true

# What authorities last said of the certificates on which time-stamps rest: asked once a day for all files together,
# and still there when the authority is not. +chain+, +material+: DER in base64, as JSON.
Sequel.migration do
  up do
    run <<~SQL
      CREATE TABLE kept_statuses (
        -- SHA-256 of the certificates, one behind the other.
        name text PRIMARY KEY,
        chain text NOT NULL,
        material text,
        asked_at timestamptz,
        problem text,
        -- When they last stamped anything, and when a file.
        stamped_at timestamptz NOT NULL,
        filed_at timestamptz
      );
      CREATE INDEX kept_statuses_by_use ON kept_statuses (filed_at DESC) WHERE filed_at IS NOT NULL;
      REVOKE ALL ON kept_statuses FROM justseal_app;
      GRANT SELECT, INSERT, UPDATE, DELETE ON kept_statuses TO justseal_app;
    SQL
  end
end
