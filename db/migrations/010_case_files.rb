# frozen_string_literal: true

# Case files carry what their records begin with, and say who may see and who may change them. Records can be corrected.
Sequel.migration do
  up do
    run <<~SQL
      ALTER TABLE case_files
        ADD COLUMN note text NOT NULL DEFAULT '' CONSTRAINT case_files_note_length CHECK (char_length(note) <= 2000),
        ADD COLUMN default_class_id bigint REFERENCES record_classes,
        ADD COLUMN particulars jsonb NOT NULL DEFAULT '{}',
        ADD COLUMN parties jsonb NOT NULL DEFAULT '[]',
        ADD COLUMN access jsonb NOT NULL DEFAULT '{}',
        ADD COLUMN edits integer NOT NULL DEFAULT 0,
        ADD CONSTRAINT case_files_title_length CHECK (char_length(title) BETWEEN 1 AND 200),
        ADD CONSTRAINT case_files_not_itself CHECK (parent_id <> id);
      CREATE INDEX case_files_children ON case_files (parent_id);
      CREATE INDEX case_files_limited ON case_files (id) WHERE access <> '{}';

      ALTER TABLE record_classes ADD COLUMN default_parties jsonb NOT NULL DEFAULT '[]';
      ALTER TABLE records ADD COLUMN edits integer NOT NULL DEFAULT 0;
    SQL
  end
end
