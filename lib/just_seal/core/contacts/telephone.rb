# frozen_string_literal: true

module JustSeal
  module Core
    module Contacts
      # Telephone numbers as they are shown to others than their holder.
      module Telephone
        SHOWN = 3 # digits, the last ones

        module_function

        # "+47 ••• •• 678" of "+47 123 45 678".
        def masked(number) = number.sub(/\A.*(?=.{#{SHOWN}}\z)/mo) { |start| start.gsub(/\d/, "•") }
      end
    end
  end
end
