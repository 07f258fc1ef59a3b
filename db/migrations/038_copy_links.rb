# frozen_string_literal: true

# Copies that are too large for a mail are fetched by a link that ends.
Sequel.migration do
  up do
    run <<~SQL
      CREATE TABLE copy_links (
        id bigint GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
        docket_id bigint NOT NULL REFERENCES dockets,
        to_name text NOT NULL,
        to_address text NOT NULL,
        token_sha256 text NOT NULL CONSTRAINT copy_links_token UNIQUE,
        files jsonb NOT NULL,
        ends_at timestamptz NOT NULL
      );
      CREATE INDEX copy_links_by_docket ON copy_links (docket_id);
    SQL
  end
end
