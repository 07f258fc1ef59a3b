# frozen_string_literal: true

module JustSeal
  module Web
    module Pages
      module Transfers
        # Packages are taken in, and what became of each.
        class TakeIn < Page
          # +taken+: [[file name, Store::Record or sentence], ...]
          def initialize(context, taken:, problems:)
            super(context)
            @taken = taken
            @problems = problems
          end

          def place = :records

          # [[tone, words], ...]
          def outcomes
            @taken.map do |file, outcome|
              next [:bad, t(".refused", file: file, problem: outcome)] if outcome.is_a?(String)

              number = SafeHtml.escape(outcome.number)
              link = SafeHtml.new(%(<a class="mono" href="#{record_path(outcome)}">#{number}</a>))
              [:good, t(".taken_html", file: file, record: link)]
            end
          end
        end
      end
    end
  end
end
