# frozen_string_literal: true

# A docket has more parties than there are letters: after Z come AA, AB and so on.
Sequel.migration do
  up do
    run <<~SQL
      ALTER TABLE parties DROP CONSTRAINT parties_letter_form;
      ALTER TABLE parties ADD CONSTRAINT parties_letter_form CHECK (letter ~ '^[A-Z]{1,2}$');
    SQL
  end
end
