# frozen_string_literal: true

# Tokens by which programs ask and do things, each with the rights of one account, and what they were answered.
Sequel.migration do
  up do
    run <<~SQL
      CREATE TABLE api_tokens (
        id bigint GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
        account_id bigint NOT NULL REFERENCES accounts,
        name text NOT NULL CONSTRAINT api_tokens_name CHECK (char_length(name) BETWEEN 1 AND 100),
        token_sha256 text NOT NULL CONSTRAINT api_tokens_token UNIQUE
          CONSTRAINT api_tokens_sha256 CHECK (token_sha256 ~ '^[0-9a-f]{64}$'),
        -- Some of "read", "write" and "send", with blanks between them.
        scopes text NOT NULL CONSTRAINT api_tokens_scopes CHECK (scopes ~ '^(read|write|send)( (read|write|send))*$'),
        made_by bigint NOT NULL REFERENCES accounts,
        made_at timestamptz NOT NULL,
        ends_at timestamptz NOT NULL,
        ended_at timestamptz,
        used_at timestamptz
      );
      CREATE INDEX api_tokens_by_account ON api_tokens (account_id, id);
      CREATE TRIGGER api_tokens_stated AFTER INSERT OR UPDATE OR DELETE ON api_tokens FOR EACH ROW
        EXECUTE FUNCTION state_row('id', 'token_sha256 used_at', '');
      CREATE CONSTRAINT TRIGGER api_tokens_told AFTER INSERT OR UPDATE OR DELETE ON api_tokens
        DEFERRABLE INITIALLY DEFERRED FOR EACH ROW EXECUTE FUNCTION tell_rows_at_end();

      -- What a request with an Idempotency-Key was answered: the same request again gets the same answer.
      CREATE TABLE api_answers (
        token_id bigint NOT NULL REFERENCES api_tokens,
        key text NOT NULL CONSTRAINT api_answers_key CHECK (char_length(key) BETWEEN 1 AND 200),
        request_digest text NOT NULL,
        status integer,
        body text,
        location text,
        asked_at timestamptz NOT NULL,
        PRIMARY KEY (token_id, key)
      );
      CREATE INDEX api_answers_by_time ON api_answers (asked_at);
    SQL
  end
end
