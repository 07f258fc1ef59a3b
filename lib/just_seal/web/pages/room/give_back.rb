# frozen_string_literal: true

module JustSeal
  module Web
    module Pages
      module Room
        # A device that was lent comes back to its owner, by the password.
        class GiveBack < OutsidePage
          attr_reader :loan, :problem

          # +loan+: KioskSession::Loan; +problem+: what was wrong with the password.
          def initialize(context, loan, problem: nil)
            super(context)
            @loan = loan
            @problem = problem
          end

          def layout = "layouts/room"
          def problems = problem ? { "password" => problem } : {}
        end
      end
    end
  end
end
