# frozen_string_literal: true

module JustSeal
  module Web
    module Pages
      module Account
        # The secret of an authenticator app for one's own account, shown once.
        class EnrolApp < Page
          attr_reader :secret, :picture

          # +picture+: its QR code, SafeHtml.
          def initialize(context, secret:, picture:)
            super(context)
            @secret = secret
            @picture = picture
          end

          def confirm_path = "#{account_path}/app/confirm"
        end
      end
    end
  end
end
