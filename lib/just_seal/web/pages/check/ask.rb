# frozen_string_literal: true

module JustSeal
  module Web
    module Pages
      module Check
        # Anybody may ask whether a file is what was sealed.
        class Ask < OutsidePage
          attr_reader :problem

          # +problem+: what was wrong with the file that was sent.
          def initialize(context, problem: nil)
            super(context)
            @problem = problem
          end

          def place = :evidence
          def problems = problem ? { "file" => problem } : {}
          def quiet = viewer ? nil : "quiet-page"
          def megabytes = CheckPage::MAX_BYTES / 1024 / 1024
        end
      end
    end
  end
end
