# frozen_string_literal: true

module JustSeal
  module Queries
    # Days on which the office is closed.
    module Holidays
      module_function

      # [{day:, title:}, ...] from +day+ (Date) on, in their order.
      def since(day) = Store.db[:holidays].where(Sequel[:day] >= day).order(:day).all
    end
  end
end
