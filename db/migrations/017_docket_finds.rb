# frozen_string_literal: true

# Dockets are found by any part of their number as fast as by their title.
Sequel.migration do
  up do
    run "CREATE INDEX dockets_number_trigrams ON dockets USING gin (number gin_trgm_ops)"
  end
end
