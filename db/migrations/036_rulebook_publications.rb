# frozen_string_literal: true

# A version of the rulebook counts once it is published, by somebody else than its writer unless the office has decided
# otherwise. What an office decides of itself has a table, and an entry for each change.
Sequel.migration do
  up do
    run <<~SQL
      CREATE TABLE rulebook_publications (
        version integer PRIMARY KEY REFERENCES rulebooks,
        published_by bigint NOT NULL REFERENCES accounts,
        published_at timestamptz NOT NULL
      );
      INSERT INTO rulebook_publications SELECT version, made_by, made_at FROM rulebooks;
      CREATE TRIGGER rulebook_publications_keep BEFORE UPDATE OR DELETE ON rulebook_publications FOR EACH ROW EXECUTE
        FUNCTION rulebooks_keep();

      CREATE TABLE office_choices (
        name text PRIMARY KEY,
        value text NOT NULL
      );
    SQL
  end
end
