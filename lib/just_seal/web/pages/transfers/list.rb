# frozen_string_literal: true

module JustSeal
  module Web
    module Pages
      module Transfers
        # Transfers to archives: those in work, and those that are done.
        class List < Page
          # +found+: Queries::Page of [Store::Transfer, number of records].
          def initialize(context, found)
            super(context)
            @found = found
          end

          TONES = { "review" => "late", "packing" => "late", "packed" => "late", "received" => "sealed" }.freeze

          def place = :records
          def rows = @found.rows
          def older_path = @found.next_key && transfers_path(after: @found.next_key)
          def prepares? = may?(:dispose)
          def takes_in? = may?(:capture)
          def state(row) = t("transfers.states.#{row.state}")
          def tone(row) = TONES.fetch(row.state, "faded")
        end
      end
    end
  end
end
