# frozen_string_literal: true

# Parties in any number, each with an act of its own and, if the sender wants, a note that only it reads; reminders, and
# what was sent in them.
Sequel.migration do
  up do
    run <<~SQL
      ALTER TABLE parties
        ADD COLUMN note text NOT NULL DEFAULT '' CONSTRAINT parties_note_length CHECK (char_length(note) <= 2000),
        ADD COLUMN invited_at timestamptz,
        ADD COLUMN reminded_at timestamptz,
        ADD COLUMN reminders integer NOT NULL DEFAULT 0;
      ALTER TABLE dockets
        ADD COLUMN remind_after_days integer CONSTRAINT dockets_remind_after CHECK (remind_after_days BETWEEN 1 AND 60),
        ADD COLUMN remind_every_days integer CONSTRAINT dockets_remind_every CHECK (remind_every_days BETWEEN 1 AND 60),
        ADD COLUMN remind_before_days integer CONSTRAINT dockets_remind_before CHECK (remind_before_days
          BETWEEN 1 AND 60),
        ADD COLUMN warned_at timestamptz,
        ADD COLUMN made_from text;
      -- A proof does not count any more once the party was replaced or its address corrected.
      ALTER TABLE proofs ADD COLUMN void boolean NOT NULL DEFAULT false;
      UPDATE parties SET invited_at = state_since WHERE state = 'invited';
    SQL
  end
end
