# frozen_string_literal: true

# Invitations by text message, beside mail or instead of it.
Sequel.migration do
  up do
    run <<~SQL
      ALTER TABLE parties ADD COLUMN also_text boolean;
      ALTER TABLE messages
        ADD COLUMN channel text NOT NULL DEFAULT 'mail' CONSTRAINT messages_channel CHECK (channel IN ('mail', 'text'));
      ALTER TABLE messages DROP CONSTRAINT messages_state;
      ALTER TABLE messages ADD CONSTRAINT messages_state
        CHECK (state IN ('queued', 'delivered', 'superseded', 'refused'));
      UPDATE messages SET channel = 'text' WHERE kind = 'text_code';
      ALTER TABLE personal_links DROP CONSTRAINT personal_links_method;
      ALTER TABLE personal_links ADD CONSTRAINT personal_links_method
        CHECK (method IN ('link', 'text_link', 'account', 'in_person'));
      -- Who has no mail address is told apart by the telephone number.
      DROP INDEX circulation_recipients_once;
      CREATE UNIQUE INDEX circulation_recipients_once ON circulation_recipients (circulation_id, (
          CASE WHEN email = '' THEN regexp_replace(telephone, '[^0-9+]', '', 'g') ELSE lower(email) END
        ))
        WHERE left_at IS NULL;
    SQL
  end
end
