# frozen_string_literal: true

module JustSeal
  module Web
    module Pages
      module SignIn
        # Signed out here; where somebody signed on, they are signed out next.
        class Out < OutsidePage
          attr_reader :address

          # +address+: of the provider, to which the browser goes by itself.
          def initialize(context, address)
            super(context)
            @address = address
          end

          def provider = URI(address).host
        end
      end
    end
  end
end
