# frozen_string_literal: true

# Addresses of other programs that are told what happens, and each telling.
Sequel.migration do
  up do
    run <<~SQL
      CREATE TABLE webhooks (
        id bigint GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
        account_id bigint NOT NULL REFERENCES accounts,
        name text NOT NULL CONSTRAINT webhooks_name CHECK (char_length(name) BETWEEN 1 AND 100),
        url text NOT NULL,
        kinds text[] NOT NULL CONSTRAINT webhooks_kinds CHECK (cardinality(kinds) > 0),
        -- Codes of record classes; none means all.
        classes text[] NOT NULL DEFAULT '{}',
        -- Closed under the master key; the one before it signs beside it until a day has passed.
        secret text NOT NULL,
        former_secret text,
        changed_at timestamptz,
        made_at timestamptz NOT NULL,
        failing_since timestamptz,
        off_at timestamptz,
        ended_at timestamptz
      );
      CREATE INDEX webhooks_by_kind ON webhooks USING gin (kinds) WHERE ended_at IS NULL AND off_at IS NULL;
      CREATE TRIGGER webhooks_stated AFTER INSERT OR UPDATE OR DELETE ON webhooks FOR EACH ROW
        EXECUTE FUNCTION state_row('id', 'secret former_secret changed_at failing_since', '');
      CREATE CONSTRAINT TRIGGER webhooks_told AFTER INSERT OR UPDATE OR DELETE ON webhooks
        DEFERRABLE INITIALLY DEFERRED FOR EACH ROW EXECUTE FUNCTION tell_rows_at_end();

      CREATE TABLE webhook_calls (
        id bigint GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
        webhook_id bigint NOT NULL REFERENCES webhooks,
        message text NOT NULL,
        kind text NOT NULL,
        body text NOT NULL,
        state text NOT NULL CONSTRAINT webhook_calls_state CHECK (state IN ('waiting', 'delivered', 'failed')),
        tries integer NOT NULL DEFAULT 0,
        answer text,
        created_at timestamptz NOT NULL,
        tried_at timestamptz,
        CONSTRAINT webhook_calls_message UNIQUE (webhook_id, message)
      );
      CREATE INDEX webhook_calls_by_time ON webhook_calls (webhook_id, created_at, id);
    SQL
  end
end
