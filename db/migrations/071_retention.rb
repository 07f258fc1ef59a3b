# frozen_string_literal: true

# How long records of a class are kept, version by version; which record took the place of which; and when each falls
# due, as a job counts it. Versions, their publications and successions are evidence; what falls due is computed anew
# wherever something hangs on it.
Sequel.migration do
  up do
    run <<~SQL
      CREATE TABLE retention_versions (
        record_class_id bigint NOT NULL REFERENCES record_classes,
        version integer NOT NULL,
        definition jsonb NOT NULL,
        starts_at timestamptz NOT NULL,
        made_by bigint NOT NULL REFERENCES accounts,
        made_at timestamptz NOT NULL,
        PRIMARY KEY (record_class_id, version)
      );
      CREATE TABLE retention_publications (
        record_class_id bigint NOT NULL,
        version integer NOT NULL,
        published_by bigint NOT NULL REFERENCES accounts,
        published_at timestamptz NOT NULL,
        PRIMARY KEY (record_class_id, version),
        FOREIGN KEY (record_class_id, version) REFERENCES retention_versions
      );
      REVOKE UPDATE, DELETE, TRUNCATE ON retention_versions, retention_publications FROM justseal_app;
      CREATE TRIGGER retention_versions_stated AFTER INSERT OR UPDATE OR DELETE ON retention_versions
        FOR EACH ROW EXECUTE FUNCTION state_row('record_class_id version', '', '');
      CREATE CONSTRAINT TRIGGER retention_versions_told AFTER INSERT OR UPDATE OR DELETE ON retention_versions
        DEFERRABLE INITIALLY DEFERRED FOR EACH ROW EXECUTE FUNCTION tell_rows_at_end();
      CREATE TRIGGER retention_publications_stated AFTER INSERT OR UPDATE OR DELETE ON retention_publications
        FOR EACH ROW EXECUTE FUNCTION state_row('record_class_id version', '', '');
      CREATE CONSTRAINT TRIGGER retention_publications_told
        AFTER INSERT OR UPDATE OR DELETE ON retention_publications
        DEFERRABLE INITIALLY DEFERRED FOR EACH ROW EXECUTE FUNCTION tell_rows_at_end();

      -- Versions by which the records of their class were counted.
      CREATE TABLE retention_counted (
        record_class_id bigint NOT NULL,
        version integer NOT NULL,
        counted_at timestamptz NOT NULL,
        PRIMARY KEY (record_class_id, version),
        FOREIGN KEY (record_class_id, version) REFERENCES retention_versions
      );

      CREATE TABLE record_successions (
        id bigint GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
        record_id bigint NOT NULL REFERENCES records,
        successor_id bigint NOT NULL REFERENCES records,
        made_by bigint NOT NULL REFERENCES accounts,
        made_at timestamptz NOT NULL,
        ended_by bigint REFERENCES accounts,
        ended_at timestamptz,
        CONSTRAINT record_successions_other CHECK (record_id <> successor_id)
      );
      CREATE UNIQUE INDEX record_successions_one ON record_successions (record_id) WHERE ended_at IS NULL;
      CREATE INDEX record_successions_by_successor ON record_successions (successor_id) WHERE ended_at IS NULL;
      CREATE TRIGGER record_successions_stated AFTER INSERT OR UPDATE OR DELETE ON record_successions
        FOR EACH ROW EXECUTE FUNCTION state_row('id', '', '');
      CREATE CONSTRAINT TRIGGER record_successions_told AFTER INSERT OR UPDATE OR DELETE ON record_successions
        DEFERRABLE INITIALLY DEFERRED FOR EACH ROW EXECUTE FUNCTION tell_rows_at_end();

      -- When each record falls due. Without a day: what its schedule waits for.
      CREATE TABLE retentions (
        record_id bigint PRIMARY KEY REFERENCES records,
        record_class_id bigint NOT NULL REFERENCES record_classes,
        action text NOT NULL,
        due_on date,
        waits_for text
      );
      CREATE INDEX retentions_by_day ON retentions (due_on, record_id) INCLUDE (action) WHERE due_on IS NOT NULL;
      CREATE INDEX retentions_by_class ON retentions (record_class_id, due_on, record_id) WHERE due_on IS NOT NULL;

      -- How many fall due in which year, as what came and went: the sum counts. Nobody waits for anybody here either.
      CREATE TABLE retention_tally (
        id bigint GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
        record_class_id bigint NOT NULL,
        year integer NOT NULL,
        action text NOT NULL,
        count bigint NOT NULL
      );
      CREATE FUNCTION tally_fresh() RETURNS trigger LANGUAGE plpgsql AS $$
        BEGIN
          INSERT INTO retention_tally (record_class_id, year, action, count)
            SELECT record_class_id, extract(year FROM due_on), action, count(*) FROM fresh
            WHERE due_on IS NOT NULL GROUP BY 1, 2, 3;
          RETURN NULL;
        END $$;
      CREATE FUNCTION tally_gone() RETURNS trigger LANGUAGE plpgsql AS $$
        BEGIN
          INSERT INTO retention_tally (record_class_id, year, action, count)
            SELECT record_class_id, extract(year FROM due_on), action, -count(*) FROM gone
            WHERE due_on IS NOT NULL GROUP BY 1, 2, 3;
          RETURN NULL;
        END $$;
      CREATE TRIGGER retentions_tally_insert AFTER INSERT ON retentions REFERENCING NEW TABLE AS fresh
        FOR EACH STATEMENT EXECUTE FUNCTION tally_fresh();
      CREATE TRIGGER retentions_tally_update_fresh AFTER UPDATE ON retentions REFERENCING NEW TABLE AS fresh
        FOR EACH STATEMENT EXECUTE FUNCTION tally_fresh();
      CREATE TRIGGER retentions_tally_update_gone AFTER UPDATE ON retentions REFERENCING OLD TABLE AS gone
        FOR EACH STATEMENT EXECUTE FUNCTION tally_gone();
      CREATE TRIGGER retentions_tally_delete AFTER DELETE ON retentions REFERENCING OLD TABLE AS gone
        FOR EACH STATEMENT EXECUTE FUNCTION tally_gone();

      -- Records that have to be counted anew. Nothing is unique here, so that nobody waits for anybody.
      CREATE TABLE retention_stale (
        id bigint GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
        record_id bigint NOT NULL
      );
      CREATE FUNCTION note_stale_record() RETURNS trigger LANGUAGE plpgsql AS $$
        BEGIN
          INSERT INTO retention_stale (record_id) VALUES (NEW.record_id);
          RETURN NULL;
        END $$;
      CREATE FUNCTION note_stale_self() RETURNS trigger LANGUAGE plpgsql AS $$
        BEGIN
          INSERT INTO retention_stale (record_id) VALUES (NEW.id);
          RETURN NULL;
        END $$;
      CREATE FUNCTION note_stale_case_file() RETURNS trigger LANGUAGE plpgsql AS $$
        BEGIN
          INSERT INTO retention_stale (record_id) SELECT id FROM records WHERE case_file_id = NEW.id;
          RETURN NULL;
        END $$;
      CREATE TRIGGER records_made_stale AFTER INSERT ON records
        FOR EACH ROW EXECUTE FUNCTION note_stale_self();
      CREATE TRIGGER records_stale AFTER UPDATE OF particulars, case_file_id, record_class_id ON records
        FOR EACH ROW WHEN ((OLD.particulars, OLD.case_file_id, OLD.record_class_id)
          IS DISTINCT FROM (NEW.particulars, NEW.case_file_id, NEW.record_class_id))
        EXECUTE FUNCTION note_stale_self();
      CREATE TRIGGER versions_stale AFTER INSERT ON versions
        FOR EACH ROW WHEN (NEW.kind IN ('sealed', 'signed', 'certificate')) EXECUTE FUNCTION note_stale_record();
      CREATE TRIGGER record_successions_stale AFTER INSERT OR UPDATE ON record_successions
        FOR EACH ROW EXECUTE FUNCTION note_stale_record();
      CREATE TRIGGER case_files_stale AFTER UPDATE OF closed_at ON case_files
        FOR EACH ROW WHEN (OLD.closed_at IS DISTINCT FROM NEW.closed_at) EXECUTE FUNCTION note_stale_case_file();
    SQL
  end
end
