# frozen_string_literal: true

module JustSeal
  module Web
    module Pages
      module Clauses
        # The clauses of the office.
        class List < Page
          attr_reader :rows

          # +rows+: of Queries::OfficeClauses.
          def initialize(context, rows)
            super(context)
            @rows = rows
          end

          def place = :rules
          def defines? = may?(:define_classes)
        end
      end
    end
  end
end
