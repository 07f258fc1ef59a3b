# frozen_string_literal: true

module JustSeal
  module Core
    module Filing
      # How a particular's value is written for people, on pages and in documents.
      module ValueFormatter
        module_function

        # +item+: of the class's definition; +value+: as Particulars keeps it; +month+: "%b" or "%B" for dates.
        def value(item, value, month: "%b")
          Types.of(item).shown(item, value, month: month)
        end

        # "EUR 18,400.00" of "18400" and "EUR".
        def amount(value, currency = nil)
          whole, part = value.split(".")
          text = whole.delete("-").reverse.scan(/\d{1,3}/).join(",").reverse
          text = "-#{text}" if whole.start_with?("-")
          part = part.to_s.ljust(2, "0") if currency
          text += ".#{part}" if part
          [currency, text].compact.join(" ")
        end
      end
    end
  end
end
