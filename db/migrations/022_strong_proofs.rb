# frozen_string_literal: true

# Passkeys, civil identity, cards, staff who have seen a person; consent texts by language and class; drawing on a
# telephone.
Sequel.migration do
  up do
    run <<~SQL
      ALTER TABLE authenticators
        ADD COLUMN credential_id text CONSTRAINT authenticators_credential UNIQUE,
        ADD COLUMN sign_count bigint NOT NULL DEFAULT 0,
        ADD CONSTRAINT authenticators_passkey CHECK (kind <> 'passkey' OR credential_id IS NOT NULL);
      DROP INDEX authenticators_one;
      CREATE UNIQUE INDEX authenticators_one_app ON authenticators (email) WHERE kind = 'app_code' AND
        bound_at IS NOT NULL AND removed_at IS NULL;

      ALTER TABLE personal_links DROP CONSTRAINT personal_links_method;
      ALTER TABLE personal_links
        ADD CONSTRAINT personal_links_method CHECK (method IN ('link', 'account', 'in_person')),
        ADD COLUMN factors integer NOT NULL DEFAULT 1 CONSTRAINT personal_links_factors CHECK (factors IN (1, 2)),
        ADD COLUMN issued_by bigint REFERENCES accounts;

      ALTER TABLE parties
        ADD COLUMN holds text[] NOT NULL DEFAULT '{}' CONSTRAINT parties_holds CHECK (holds <@
          ARRAY['civil_id', 'card', 'seen']),
        ADD COLUMN card jsonb,
        ADD COLUMN draft jsonb;

      ALTER TABLE accounts
        ADD COLUMN may_enrol_until timestamptz,
        ADD COLUMN wrong_steps integer NOT NULL DEFAULT 0,
        ADD COLUMN steps_locked_until timestamptz;

      CREATE TABLE challenges (
        id bigint GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
        party_id bigint REFERENCES parties,
        account_id bigint REFERENCES accounts,
        kind text NOT NULL CONSTRAINT challenges_kind CHECK (kind IN ('passkey', 'passkey_enrol', 'civil_id', 'card')),
        value text NOT NULL CONSTRAINT challenges_value UNIQUE,
        secret text,
        asked_at timestamptz NOT NULL,
        ended_at timestamptz,
        CONSTRAINT challenges_of_one CHECK ((party_id IS NULL) <> (account_id IS NULL))
      );
      CREATE INDEX challenges_by_party ON challenges (party_id, kind, asked_at DESC);
      CREATE INDEX challenges_by_account ON challenges (account_id, kind, asked_at DESC);

      CREATE TABLE prepared_acts (
        party_id bigint PRIMARY KEY REFERENCES parties,
        doing jsonb NOT NULL,
        prepared_at timestamptz NOT NULL
      );

      CREATE TABLE pads (
        id bigint GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
        party_id bigint NOT NULL REFERENCES parties,
        kind text NOT NULL CONSTRAINT pads_kind CHECK (kind IN ('signature', 'initials')),
        token_sha256 text NOT NULL CONSTRAINT pads_token UNIQUE,
        mark jsonb,
        asked_at timestamptz NOT NULL,
        ended_at timestamptz
      );
      CREATE INDEX pads_by_party ON pads (party_id);

      ALTER TABLE consent_texts
        ADD COLUMN language text NOT NULL DEFAULT 'en' CONSTRAINT consent_texts_language CHECK (language ~
          '^[a-z]{2}$'),
        ADD COLUMN class_code text,
        ADD COLUMN made_by bigint REFERENCES accounts;
      CREATE INDEX consent_texts_in_force ON consent_texts (language, class_code, in_force_from DESC);
    SQL
  end
end
