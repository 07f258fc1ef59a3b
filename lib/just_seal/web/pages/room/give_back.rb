# frozen_string_literal: true

module JustSeal
  module Web
    module Pages
      module Room
        # A device that was lent comes back to its owner, by the password or by signing on anew.
        class GiveBack < OutsidePage
          attr_reader :loan, :problem

          # +loan+: KioskSession::Loan; +problem+: what was wrong with the password.
          def initialize(context, loan, problem: nil)
            super(context)
            @loan = loan
            @problem = problem
          end

          def layout = "layouts/room"
          def signs_on? = !office.sign_on.nil?
          def passwords? = !signs_on? || Queries::Choices.sign_on.passwords
          def sign_on_path = "#{give_back_path}/sign-on"
          def problems = problem ? { "password" => problem } : {}
        end
      end
    end
  end
end
