# frozen_string_literal: true

# Somebody acts for somebody else for some days; a party that took such a seat says for whom.
Sequel.migration do
  up do
    run <<~SQL
      CREATE TABLE deputies (
        id bigint GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
        account_id bigint NOT NULL REFERENCES accounts,
        deputy_id bigint NOT NULL REFERENCES accounts,
        first_day date NOT NULL,
        last_day date NOT NULL,
        named_by bigint NOT NULL REFERENCES accounts,
        named_at timestamptz NOT NULL,
        ended_at timestamptz,
        CONSTRAINT deputies_of_another CHECK (account_id <> deputy_id),
        CONSTRAINT deputies_days CHECK (first_day <= last_day)
      );
      CREATE INDEX deputies_by_account ON deputies (account_id);
      CREATE INDEX deputies_by_deputy ON deputies (deputy_id);
      CREATE TRIGGER deputies_stated AFTER INSERT OR UPDATE OR DELETE ON deputies FOR EACH ROW
        EXECUTE FUNCTION state_row('id', '', '');
      CREATE CONSTRAINT TRIGGER deputies_told AFTER INSERT OR UPDATE OR DELETE ON deputies
        DEFERRABLE INITIALLY DEFERRED FOR EACH ROW EXECUTE FUNCTION tell_rows_at_end();

      ALTER TABLE parties ADD COLUMN acts_for text NOT NULL DEFAULT ''
        CONSTRAINT parties_acts_for CHECK (acts_for = '' OR kind = 'staff');
      DROP TRIGGER parties_stated ON parties;
      CREATE TRIGGER parties_stated AFTER INSERT OR UPDATE OR DELETE ON parties FOR EACH ROW
        EXECUTE FUNCTION state_row('id',
          'state_since invited_at reminded_at reminders wrong_tries locked_at phrase_hash',
          'name email organisation telephone note job_title refused_because card acts_for');
      SELECT state_rows('parties', $$docket_id NOT IN (SELECT id FROM dockets WHERE state = 'draft')$$);
      SELECT tell_rows();
    SQL
  end
end
