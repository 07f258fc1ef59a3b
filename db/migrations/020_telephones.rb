# frozen_string_literal: true

# Members of a group have telephones too: whoever takes it on may get a code there.
Sequel.migration do
  up do
    run "ALTER TABLE party_members ADD COLUMN telephone text NOT NULL DEFAULT '' CONSTRAINT
      party_members_telephone_length CHECK (char_length(telephone) <= 40)"
  end
end
