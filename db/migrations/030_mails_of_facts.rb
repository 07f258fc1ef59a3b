# frozen_string_literal: true

# The outbox keeps what a mail tells of, and its language; its words are made when it is delivered. Mails from before
# keep the words that they had.
Sequel.migration do
  up do
    run <<~SQL
      ALTER TABLE messages
        ALTER COLUMN subject DROP NOT NULL,
        ALTER COLUMN body DROP NOT NULL,
        ADD COLUMN locale text NOT NULL DEFAULT 'en',
        ADD COLUMN facts jsonb,
        ADD CONSTRAINT messages_say_something CHECK (facts IS NOT NULL OR (subject IS NOT NULL AND body IS NOT NULL));
    SQL
  end
end
