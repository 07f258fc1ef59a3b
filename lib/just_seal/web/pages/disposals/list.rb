# frozen_string_literal: true

module JustSeal
  module Web
    module Pages
      module Disposals
        # Disposals: those in work, and those that are done.
        class List < Page
          # +found+: Queries::Page of [Store::Disposal, number of records].
          def initialize(context, found)
            super(context)
            @found = found
          end

          TONES = { "review" => "late", "approval" => "late", "running" => "late", "done" => "sealed" }.freeze

          def place = :records
          def rows = @found.rows
          def older_path = @found.next_key && disposals_path(after: @found.next_key)
          def prepares? = may?(:dispose)
          def state(row) = t("disposals.states.#{row.state}")
          def tone(row) = TONES.fetch(row.state, "faded")
        end
      end
    end
  end
end
