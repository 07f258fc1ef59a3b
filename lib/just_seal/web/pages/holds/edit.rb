# frozen_string_literal: true

module JustSeal
  module Web
    module Pages
      module Holds
        # A hold is placed.
        class Edit < Page
          include HoldWords

          attr_reader :typed

          # +typed+: of HoldForm; +choices+: {case_files:, classes:, inquiries:, finds:}, each rows.
          def initialize(context, typed, choices, problems: {})
            super(context)
            @typed = typed
            @choices = choices
            @problems = problems
          end

          def place = :records
        end
      end
    end
  end
end
