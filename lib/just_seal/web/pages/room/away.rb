# frozen_string_literal: true

module JustSeal
  module Web
    module Pages
      module Room
        # On the way to a registry: the browser goes there by itself. A form must not lead there, wherever it is.
        class Away < OutsidePage
          attr_reader :address

          # +address+: of the registry, with the question.
          def initialize(context, address)
            super(context)
            @address = address
          end

          def layout = "layouts/room"
          def there = URI(address).host
        end
      end
    end
  end
end
