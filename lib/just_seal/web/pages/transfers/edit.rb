# frozen_string_literal: true

module JustSeal
  module Web
    module Pages
      module Transfers
        # A list of what is to be handed over is made.
        class Edit < Page
          attr_reader :typed

          # +typed+: {"title", "archive", "due_by", "class"}
          def initialize(context, typed, classes:, problems: {})
            super(context)
            @typed = typed
            @classes = classes
            @problems = problems
          end

          def place = :records
          def classes = [["", t(".every_class")], *@classes.map { |row| [row.code, "#{row.code} #{row.title}"] }]
        end
      end
    end
  end
end
