# frozen_string_literal: true

module JustSeal
  module Web
    module Pages
      module Check
        # Anybody may ask whether a file is what was sealed.
        class Ask < OutsidePage
          attr_reader :problems, :day, :sealer

          # +problems+: what was wrong with what was sent, by field; +day+, +sealer+: as they were sent.
          def initialize(context, problems: {}, day: nil, sealer: nil)
            super(context)
            @problems = problems
            @day = day
            @sealer = sealer
          end

          def place = :evidence
          def quiet = viewer ? nil : "quiet-page"
          def megabytes = CheckPage::MAX_BYTES / 1024 / 1024
          def ours = office.sealers.join("; ")
          def otherwise? = [day, sealer].any? { |value| !value.to_s.empty? }
        end
      end
    end
  end
end
