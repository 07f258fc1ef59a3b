# frozen_string_literal: true

module JustSeal
  module Queries
    # Particulars as a row of a file gives them.
    module RowValues
      module_function

      # [values, {name => Symbol or Core::Problem}] by the definition of +record_class+; +given+: {name => text}
      def read(record_class, given)
        found = Core::Filing::Particulars.read(
          record_class.particulars,
          given,
          checks: record_class.checks,
          contacts: ContactList.method(:meant)
        )
        [found.values, found.problems]
      end
    end
  end
end
