# frozen_string_literal: true

# A clock that went back is noticed with the next entry of a chain: its time is before that of the entry below it.
Sequel.migration do
  up do
    run <<~SQL
      CREATE TABLE clock_jumps (
        docket text NOT NULL,
        seq bigint NOT NULL,
        went_back interval NOT NULL,
        noticed_at timestamptz NOT NULL DEFAULT now(),
        PRIMARY KEY (docket, seq)
      );
      REVOKE INSERT, UPDATE, DELETE, TRUNCATE ON clock_jumps FROM justseal_app;

      CREATE FUNCTION notice_clock_jump() RETURNS trigger LANGUAGE plpgsql SECURITY DEFINER
        SET search_path = public, pg_temp AS $$
      DECLARE
        below timestamptz;
      BEGIN
        SELECT at INTO below FROM ledger_entries WHERE docket = NEW.docket AND seq = NEW.seq - 1;
        IF below > NEW.at + interval '5 seconds' THEN
          INSERT INTO clock_jumps (docket, seq, went_back) VALUES (NEW.docket, NEW.seq, below - NEW.at);
        END IF;
        RETURN NULL;
      END $$;
      CREATE TRIGGER ledger_entries_clock AFTER INSERT ON ledger_entries FOR EACH ROW EXECUTE FUNCTION
        notice_clock_jump();
    SQL
  end
end
