# frozen_string_literal: true

module JustSeal
  module Web
    module Pages
      module Holds
        # The holds that are in force, and those that were.
        class List < Page
          attr_reader :rows

          # +rows+: [[Store::Hold, number of records], ...]
          def initialize(context, rows)
            super(context)
            @rows = rows
          end

          def place = :records
          def places? = may?(:keep_holds)
          def in_force = number(rows.count { |hold, _| hold.live? })

          # [words, class]
          def state(hold)
            return [t(".lifted", day: day(hold.lifted_at, :short_year)), "faded"] unless hold.live?

            hold.lift_asked_by ? [t(".asked"), "late"] : [t(".holds"), "sealed"]
          end
        end
      end
    end
  end
end
