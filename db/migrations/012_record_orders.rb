# frozen_string_literal: true

# What lists of records are sorted and narrowed by: titles, states, and every particular. A trigger keeps a row for
# each particular that the class of a record has, so that any of them can be sorted by; a record without a value has
# an empty one.
Sequel.migration do
  up do
    run <<~SQL
      CREATE INDEX records_by_title ON records (lower(title), id);
      CREATE INDEX records_by_state ON records (docket_state, created_at DESC, id DESC);

      CREATE TABLE record_particulars (
        record_id bigint NOT NULL REFERENCES records ON DELETE CASCADE,
        record_class_id bigint NOT NULL,
        name text NOT NULL,
        words text NOT NULL,
        number numeric NOT NULL,
        PRIMARY KEY (record_id, name)
      );
      CREATE INDEX record_particulars_words ON record_particulars (record_class_id, name, words, record_id);
      CREATE INDEX record_particulars_number ON record_particulars (record_class_id, name, number, record_id);

      -- The rows of some records, made anew.
      CREATE FUNCTION spread_particulars(p_class bigint, p_record bigint) RETURNS void
      LANGUAGE sql SECURITY DEFINER SET search_path = public, pg_temp AS $$
        DELETE FROM record_particulars v USING records r WHERE v.record_id = r.id AND r.record_class_id =
          p_class AND (p_record IS NULL OR r.id = p_record);
        INSERT INTO record_particulars (record_id, record_class_id, name, words, number)
        SELECT r.id, r.record_class_id, item->>'name', left(lower(coalesce(one.said, '')), 200),
               CASE WHEN one.said ~ '^-?[0-9]{1,15}(\\.[0-9]{1,6})?$' THEN one.said::numeric ELSE 0 END
        FROM records r JOIN record_classes c ON c.id = r.record_class_id, jsonb_array_elements(c.particulars) item,
             LATERAL (SELECT CASE jsonb_typeof(r.particulars->(item->>'name')) WHEN 'object' THEN
               r.particulars->(item->>'name')->>'name'
                                                                               ELSE
                                                                                 r.particulars->>(item->>'name')
                                                                                 END AS said) AS one
        WHERE r.record_class_id = p_class AND (p_record IS NULL OR r.id = p_record);
      $$;

      CREATE FUNCTION spread_record() RETURNS trigger LANGUAGE plpgsql AS $$
      BEGIN
        PERFORM spread_particulars(NEW.record_class_id, NEW.id);
        RETURN NULL;
      END $$;
      CREATE TRIGGER records_spread AFTER INSERT ON records FOR EACH ROW EXECUTE FUNCTION spread_record();
      CREATE TRIGGER records_spread_again AFTER UPDATE OF particulars ON records FOR EACH ROW
        WHEN (OLD.particulars IS DISTINCT FROM NEW.particulars) EXECUTE FUNCTION spread_record();

      CREATE FUNCTION spread_class() RETURNS trigger LANGUAGE plpgsql AS $$
      BEGIN
        PERFORM spread_particulars(NEW.id, NULL);
        RETURN NULL;
      END $$;
      CREATE TRIGGER record_classes_spread AFTER UPDATE OF particulars ON record_classes FOR EACH ROW
        WHEN (OLD.particulars IS DISTINCT FROM NEW.particulars) EXECUTE FUNCTION spread_class();

      SELECT spread_particulars(id, NULL) FROM record_classes;
      REVOKE INSERT, UPDATE, DELETE ON record_particulars FROM justseal_app;
      REVOKE ALL ON FUNCTION spread_particulars FROM PUBLIC;
      GRANT EXECUTE ON FUNCTION spread_particulars TO justseal_app;
    SQL
  end
end
