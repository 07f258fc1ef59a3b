# frozen_string_literal: true

module JustSeal
  module Web
    module Pages
      module Disposals
        # Disposals: those in work, and those that are done.
        class List < Page
          attr_reader :rows

          # +rows+: [[Store::Disposal, number of records], ...]
          def initialize(context, rows)
            super(context)
            @rows = rows
          end

          TONES = { "review" => "late", "approval" => "late", "running" => "late", "done" => "sealed" }.freeze

          def place = :records
          def prepares? = may?(:dispose)
          def state(row) = t("disposals.states.#{row.state}")
          def tone(row) = TONES.fetch(row.state, "faded")
        end
      end
    end
  end
end
