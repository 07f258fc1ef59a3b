# frozen_string_literal: true

module JustSeal
  module Web
    module Pages
      module Holds
        # The holds that are in force, and those that were.
        class List < Page
          # +found+: Queries::Page of [Store::Hold, number of records]; +live+: how many are in force.
          def initialize(context, found, live:)
            super(context)
            @found = found
            @live = live
          end

          def place = :records
          def places? = may?(:keep_holds)
          def in_force = number(@live)
          def rows = @found.rows
          def older_path = @found.next_key && holds_path(after: @found.next_key)

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
