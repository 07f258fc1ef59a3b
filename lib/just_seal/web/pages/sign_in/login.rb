# frozen_string_literal: true

module JustSeal
  module Web
    module Pages
      module SignIn
        # Where staff sign in.
        class Login < OutsidePage
          attr_reader :login, :message, :trouble

          # +refused+: was the address or the password wrong?; +login+: what was typed; +message+: why it is asked
          # again; +trouble+: why nobody could sign on elsewhere.
          def initialize(context, refused: false, login: nil, message: nil, trouble: nil)
            super(context)
            @refused = refused
            @login = login
            @message = message
            @trouble = trouble
          end

          def problems = @refused ? { "password" => t(".refused") } : {}
          def staff_of = t(".staff_of", office: office.name)
          def signs_on? = !office.sign_on.nil?
          def provider = office.settings.sign_on_name || URI(office.sign_on.name).host

          # For the staff as well, and not for auditors from outside alone?
          def passwords? = !signs_on? || Queries::Choices.sign_on.passwords
        end
      end
    end
  end
end
