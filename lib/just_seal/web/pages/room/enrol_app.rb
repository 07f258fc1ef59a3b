# frozen_string_literal: true

module JustSeal
  module Web
    module Pages
      module Room
        # The secret of an authenticator app is shown, once.
        class EnrolApp < RoomPage
          attr_reader :secret, :picture

          # +picture+: its QR code, SafeHtml.
          def initialize(context, party, secret:, picture:, **place)
            super(context, party, **place)
            @secret = secret
            @picture = picture
          end

          def confirm_path = "#{home_path}/app/confirm"
        end
      end
    end
  end
end
