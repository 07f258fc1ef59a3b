# frozen_string_literal: true

# What was decided of records whose schedule has somebody look at them again. Evidence: nothing of it is changed, a
# later one takes its place.
Sequel.migration do
  up do
    run <<~SQL
      CREATE TABLE record_reviews (
        id bigint GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
        record_id bigint NOT NULL REFERENCES records,
        outcome text NOT NULL CHECK (outcome IN ('keep', 'transfer', 'destroy')),
        -- The day by the schedule on which it fell due.
        due_on date NOT NULL,
        -- Until when it is kept; NULL for good.
        keep_until date CHECK (outcome = 'keep' OR keep_until IS NULL),
        because text NOT NULL,
        made_by bigint NOT NULL REFERENCES accounts,
        made_at timestamptz NOT NULL
      );
      CREATE INDEX record_reviews_newest ON record_reviews (record_id, id DESC);
      REVOKE UPDATE, DELETE, TRUNCATE ON record_reviews FROM justseal_app;
      GRANT UPDATE (because) ON record_reviews TO justseal_app;
      CREATE TRIGGER record_reviews_stated AFTER INSERT OR UPDATE OR DELETE ON record_reviews
        FOR EACH ROW EXECUTE FUNCTION state_row('id', '', 'because');
      CREATE CONSTRAINT TRIGGER record_reviews_told AFTER INSERT OR UPDATE OR DELETE ON record_reviews
        DEFERRABLE INITIALLY DEFERRED FOR EACH ROW EXECUTE FUNCTION tell_rows_at_end();
      CREATE TRIGGER record_reviews_stale AFTER INSERT ON record_reviews
        FOR EACH ROW EXECUTE FUNCTION note_stale_record();
    SQL
  end
end
