# frozen_string_literal: true

# Groups of people; a party that is any one of a group; passing on; who has a draft open.
Sequel.migration do
  up do
    run <<~SQL
      CREATE TABLE groups (
        id bigint GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
        name text NOT NULL CONSTRAINT groups_name_length CHECK (char_length(name) BETWEEN 1 AND 100),
        edits integer NOT NULL DEFAULT 0,
        created_at timestamptz NOT NULL
      );
      CREATE UNIQUE INDEX groups_name ON groups (lower(name));
      CREATE TABLE group_members (
        group_id bigint NOT NULL REFERENCES groups,
        position integer NOT NULL,
        contact_id bigint REFERENCES contacts,
        account_id bigint REFERENCES accounts,
        PRIMARY KEY (group_id, position),
        CONSTRAINT group_members_one CHECK ((contact_id IS NULL) <> (account_id IS NULL))
      );

      ALTER TABLE parties DROP CONSTRAINT parties_kind, DROP CONSTRAINT parties_staff;
      ALTER TABLE parties
        ADD CONSTRAINT parties_kind CHECK (kind IN ('outside', 'staff', 'group')),
        -- A draft may have a place for a member of staff who is not chosen yet.
        ADD CONSTRAINT parties_staff CHECK (kind <> 'staff' OR account_id IS NOT NULL OR name = ''),
        ADD COLUMN group_id bigint REFERENCES groups,
        ADD CONSTRAINT parties_group CHECK (kind <> 'group' OR group_id IS NOT NULL),
        ADD COLUMN may_pass_on boolean NOT NULL DEFAULT false;

      -- Whom a party of kind group was offered to, as they were when the docket was sent.
      CREATE TABLE party_members (
        id bigint GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
        party_id bigint NOT NULL REFERENCES parties,
        kind text NOT NULL CONSTRAINT party_members_kind CHECK (kind IN ('outside', 'staff')),
        account_id bigint REFERENCES accounts,
        name text NOT NULL,
        email text NOT NULL,
        organisation text NOT NULL,
        job_title text NOT NULL,
        CONSTRAINT party_members_once UNIQUE (party_id, email)
      );
      CREATE INDEX party_members_by_account ON party_members (account_id) WHERE account_id IS NOT NULL;
      ALTER TABLE personal_links ADD COLUMN member_id bigint REFERENCES party_members;
      ALTER TABLE messages ADD COLUMN member_id bigint REFERENCES party_members;

      CREATE UNLOGGED TABLE draft_editors (
        docket_id bigint NOT NULL REFERENCES dockets,
        account_id bigint NOT NULL REFERENCES accounts,
        seen_at timestamptz NOT NULL,
        PRIMARY KEY (docket_id, account_id)
      );
    SQL
  end
end
