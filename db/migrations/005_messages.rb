# frozen_string_literal: true

require "que"

# The outbox, and Que's own tables for jobs.
Sequel.migration do
  up do
    run <<~SQL
      CREATE TABLE messages (
        id bigint GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
        docket_id bigint NOT NULL REFERENCES dockets,
        party_id bigint REFERENCES parties,
        kind text NOT NULL,
        to_name text NOT NULL,
        to_address text NOT NULL,
        subject text NOT NULL,
        body jsonb NOT NULL,
        attachments jsonb NOT NULL DEFAULT '[]',
        state text NOT NULL DEFAULT 'queued' CONSTRAINT messages_state CHECK (state IN ('queued', 'delivered',
          'superseded')),
        created_at timestamptz NOT NULL,
        delivered_at timestamptz
      );
      CREATE INDEX messages_by_docket ON messages (docket_id);
      CREATE INDEX messages_queued ON messages (id) WHERE state = 'queued';
    SQL
    Que.connection = self
    Que.migrate!(version: Que::Migrations::CURRENT_VERSION)
  end
end
