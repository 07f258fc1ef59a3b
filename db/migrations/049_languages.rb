# frozen_string_literal: true

# In which language somebody is spoken to: members of the staff and parties (NULL where nobody has said), and contacts.
Sequel.migration do
  up do
    %w[accounts parties].each do |table|
      run "ALTER TABLE #{table} ADD COLUMN language text CONSTRAINT #{table}_language CHECK (language ~ '^[a-z]{2}$')"
    end
    run "ALTER TABLE contacts ADD COLUMN language text NOT NULL DEFAULT '' " \
        "CONSTRAINT contacts_language CHECK (language ~ '^([a-z]{2})?$')"
  end
end
