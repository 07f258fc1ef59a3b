# frozen_string_literal: true

# Which session is in the hands of a party is kept with the session itself: a cookie can be set back, by a slow answer
# as much as by intent.
Sequel.migration do
  up { run "ALTER TABLE account_active_session_keys ADD COLUMN lent_token text" }
  down { run "ALTER TABLE account_active_session_keys DROP COLUMN lent_token" }
end
