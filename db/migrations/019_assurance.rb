# frozen_string_literal: true

# Rulebooks, what they demand of each party, further methods of proof with their codes and wrong tries, and waivers.
Sequel.migration do
  up do
    run <<~SQL
      ALTER TABLE proofs DROP CONSTRAINT proofs_method;
      ALTER TABLE proofs
        ADD CONSTRAINT proofs_method CHECK (method IN ('link', 'account', 'mail_code', 'phrase', 'text_code',
          'app_code', 'passkey', 'civil_id', 'card', 'seen')),
        ADD COLUMN facts jsonb NOT NULL DEFAULT '{}';

      CREATE TABLE rulebooks (
        version integer PRIMARY KEY CONSTRAINT rulebooks_version CHECK (version > 0),
        title text NOT NULL CONSTRAINT rulebooks_title_length CHECK (char_length(title) BETWEEN 1 AND 200),
        starts_at timestamptz NOT NULL,
        definition jsonb NOT NULL,
        made_by bigint NOT NULL REFERENCES accounts,
        made_at timestamptz NOT NULL
      );
      CREATE INDEX rulebooks_by_start ON rulebooks (starts_at DESC, version DESC);
      CREATE FUNCTION rulebooks_keep() RETURNS trigger LANGUAGE plpgsql AS $$ BEGIN RAISE EXCEPTION
        'a rulebook is never changed'; END $$;
      CREATE TRIGGER rulebooks_keep BEFORE UPDATE OR DELETE ON rulebooks FOR EACH ROW EXECUTE FUNCTION rulebooks_keep();

      ALTER TABLE dockets ADD COLUMN rulebook integer REFERENCES rulebooks;
      ALTER TABLE parties
        ADD COLUMN demand jsonb,
        ADD COLUMN telephone text NOT NULL DEFAULT '' CONSTRAINT parties_telephone_length CHECK
          (char_length(telephone) <= 40),
        ADD COLUMN phrase_hash text,
        ADD COLUMN wrong_tries integer NOT NULL DEFAULT 0,
        ADD COLUMN locked_at timestamptz;

      CREATE TABLE party_codes (
        id bigint GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
        party_id bigint NOT NULL REFERENCES parties,
        method text NOT NULL CONSTRAINT party_codes_method CHECK (method IN ('mail_code', 'text_code')),
        code_hash text NOT NULL,
        asked_at timestamptz NOT NULL,
        wrong_tries integer NOT NULL DEFAULT 0,
        ended_at timestamptz
      );
      CREATE INDEX party_codes_by_party ON party_codes (party_id, asked_at DESC);

      CREATE TABLE waivers (
        id bigint GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
        party_id bigint NOT NULL REFERENCES parties,
        demanded integer NOT NULL CONSTRAINT waivers_demanded CHECK (demanded BETWEEN 1 AND 4),
        granted integer NOT NULL CONSTRAINT waivers_granted CHECK (granted BETWEEN 1 AND 3),
        reason text NOT NULL CONSTRAINT waivers_reason_length CHECK (char_length(reason) BETWEEN 20 AND 1000),
        ends_at timestamptz NOT NULL,
        asked_by bigint NOT NULL REFERENCES accounts,
        asked_at timestamptz NOT NULL,
        decided_by bigint REFERENCES accounts,
        decided_at timestamptz,
        allowed boolean,
        withdrawn_at timestamptz,
        CONSTRAINT waivers_lower CHECK (granted < demanded),
        CONSTRAINT waivers_second_person CHECK (decided_by <> asked_by),
        CONSTRAINT waivers_decided CHECK ((decided_at IS NULL) = (allowed IS NULL) AND (decided_at IS NULL) =
          (decided_by IS NULL))
      );
      CREATE INDEX waivers_by_party ON waivers (party_id);
      CREATE INDEX waivers_open ON waivers (asked_at) WHERE decided_at IS NULL AND withdrawn_at IS NULL;
    SQL
  end
end
