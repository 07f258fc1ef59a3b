# frozen_string_literal: true

# Dockets: one sending, with its documents, parties, fields, proofs and personal links.
Sequel.migration do
  up do
    run <<~SQL
      CREATE TABLE consent_texts (
        version integer PRIMARY KEY,
        body text NOT NULL,
        sha256 text NOT NULL CONSTRAINT consent_texts_sha256 CHECK (sha256 = encode(sha256(convert_to(body,
          'UTF8')), 'hex')),
        in_force_from timestamptz NOT NULL
      );

      CREATE TABLE dockets (
        id bigint GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
        number text NOT NULL CONSTRAINT dockets_number UNIQUE,
        title text NOT NULL CONSTRAINT dockets_title_length CHECK (char_length(title) BETWEEN 1 AND 300),
        state text NOT NULL DEFAULT 'draft' CONSTRAINT dockets_state
          CHECK (state IN ('draft', 'out', 'sealed', 'refused', 'withdrawn', 'lapsed')),
        message text NOT NULL DEFAULT '' CONSTRAINT dockets_message_length CHECK (char_length(message) <= 4000),
        deadline timestamptz,
        owner_id bigint NOT NULL REFERENCES accounts,
        edits integer NOT NULL DEFAULT 0,
        created_at timestamptz NOT NULL,
        sent_at timestamptz,
        ended_at timestamptz,
        ended_because text,
        CONSTRAINT dockets_sent CHECK (state = 'draft' OR sent_at IS NOT NULL OR state = 'withdrawn'),
        CONSTRAINT dockets_deadline CHECK (state = 'draft' OR deadline IS NOT NULL OR state = 'withdrawn'),
        CONSTRAINT dockets_ended CHECK ((ended_at IS NULL) = (state IN ('draft', 'out')))
      );
      CREATE INDEX dockets_newest ON dockets (created_at DESC, id DESC);
      CREATE INDEX dockets_by_state ON dockets (state, created_at DESC, id DESC);
      CREATE INDEX dockets_by_owner ON dockets (owner_id, state, created_at DESC, id DESC);
      CREATE INDEX dockets_title_trigrams ON dockets USING gin (title gin_trgm_ops);

      CREATE TABLE docket_documents (
        id bigint GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
        docket_id bigint NOT NULL REFERENCES dockets,
        position integer NOT NULL,
        record_id bigint NOT NULL REFERENCES records,
        version_id bigint NOT NULL REFERENCES versions,
        sent_sha256 text,
        current_sha256 text,
        sealed_sha256 text,
        CONSTRAINT docket_documents_position UNIQUE (docket_id, position)
      );
      CREATE INDEX docket_documents_by_record ON docket_documents (record_id);

      CREATE TABLE parties (
        id bigint GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
        docket_id bigint NOT NULL REFERENCES dockets,
        letter text NOT NULL CONSTRAINT parties_letter_form CHECK (letter ~ '^[A-Z]$'),
        turn integer NOT NULL CONSTRAINT parties_turn CHECK (turn > 0),
        act text NOT NULL CONSTRAINT parties_act CHECK (act IN ('sign', 'approve', 'acknowledge', 'receive')),
        kind text NOT NULL CONSTRAINT parties_kind CHECK (kind IN ('outside', 'staff')),
        account_id bigint REFERENCES accounts,
        name text NOT NULL CONSTRAINT parties_name_length CHECK (char_length(name) <= 200),
        email text NOT NULL CONSTRAINT parties_email_length CHECK (char_length(email) <= 254),
        organisation text NOT NULL DEFAULT '' CONSTRAINT parties_organisation_length CHECK
          (char_length(organisation) <= 200),
        state text NOT NULL DEFAULT 'waiting' CONSTRAINT parties_state
          CHECK (state IN ('waiting', 'invited', 'opened', 'proved', 'done', 'refused', 'passed_on')),
        state_since timestamptz NOT NULL,
        level_reached integer CONSTRAINT parties_level CHECK (level_reached BETWEEN 0 AND 4),
        consent_version integer REFERENCES consent_texts,
        consented_at timestamptz,
        acted_at timestamptz,
        refused_because text,
        CONSTRAINT parties_letter UNIQUE (docket_id, letter),
        CONSTRAINT parties_staff CHECK (kind = 'outside' OR account_id IS NOT NULL)
      );
      CREATE INDEX parties_by_account ON parties (account_id, state) WHERE account_id IS NOT NULL;
      CREATE INDEX parties_by_email ON parties (lower(email));
      CREATE INDEX parties_name_trigrams ON parties USING gin (name gin_trgm_ops);

      CREATE TABLE fields (
        id bigint GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
        document_id bigint NOT NULL REFERENCES docket_documents,
        party_id bigint NOT NULL REFERENCES parties,
        name text NOT NULL,
        kind text NOT NULL CONSTRAINT fields_kind CHECK (kind IN ('signature', 'acting_date', 'full_name')),
        page integer NOT NULL CONSTRAINT fields_page CHECK (page > 0),
        x numeric(9,2) NOT NULL, y numeric(9,2) NOT NULL,
        width numeric(9,2) NOT NULL CONSTRAINT fields_width CHECK (width > 0),
        height numeric(9,2) NOT NULL CONSTRAINT fields_height CHECK (height > 0),
        CONSTRAINT fields_name UNIQUE (document_id, name)
      );
      CREATE INDEX fields_by_party ON fields (party_id);

      CREATE TABLE proofs (
        id bigint GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
        party_id bigint NOT NULL REFERENCES parties,
        method text NOT NULL CONSTRAINT proofs_method CHECK (method IN ('link', 'account')),
        proved_at timestamptz NOT NULL,
        address text NOT NULL,
        client text NOT NULL
      );
      CREATE INDEX proofs_by_party ON proofs (party_id, proved_at);

      CREATE TABLE personal_links (
        id bigint GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
        party_id bigint NOT NULL REFERENCES parties,
        token_sha256 text NOT NULL CONSTRAINT personal_links_token UNIQUE,
        method text NOT NULL CONSTRAINT personal_links_method CHECK (method IN ('link', 'account')),
        issued_at timestamptz NOT NULL,
        ended_at timestamptz
      );
      CREATE INDEX personal_links_by_party ON personal_links (party_id) WHERE ended_at IS NULL;
    SQL
  end
end
