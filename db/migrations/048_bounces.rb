# frozen_string_literal: true

# A mail that the relay took may come back: that, and why, is kept with it.
Sequel.migration do
  up do
    run "ALTER TABLE messages ADD COLUMN bounced_at timestamptz, ADD COLUMN bounce_status text"
  end
end
