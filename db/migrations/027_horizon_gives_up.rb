# frozen_string_literal: true

# A checkpoint waits for those who are appending, and everybody who begins waits behind it: not for long.
Sequel.migration do
  up { run "ALTER FUNCTION ledger_horizon() SET lock_timeout = '3s'" }
end
