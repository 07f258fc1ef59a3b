# frozen_string_literal: true

module JustSeal
  module Web
    module Pages
      module SignIn
        # Where staff sign in.
        class Login < OutsidePage
          attr_reader :login, :message

          # +refused+: was the address or the password wrong?; +login+: what was typed; +message+: why it is asked
          # again.
          def initialize(context, refused: false, login: nil, message: nil)
            super(context)
            @refused = refused
            @login = login
            @message = message
          end

          def problems = @refused ? { "password" => t(".refused") } : {}
          def staff_of = t(".staff_of", office: office.name)
        end
      end
    end
  end
end
