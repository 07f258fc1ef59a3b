# frozen_string_literal: true

require "date"
require "time"

module JustSeal
  module Core
    module Filing
      # How a particular's value is written for people, on pages and in documents.
      module Shown
        module_function

        # +item+: of the class's definition; +value+: as Particulars keeps it; +month+: "%b" or "%B" for dates.
        def value(item, value, month: "%b")
          case item["type"]
          when "date" then Date.iso8601(value).strftime("%-d #{month} %Y")
          when "money" then amount(value, item["unit"])
          when "number" then [amount(value), item["unit"]].compact.join(" ")
          when "datetime" then Time.strptime(value, "%Y-%m-%dT%H:%M").strftime("%-d #{month} %Y, %H:%M")
          else Particulars.text(value)
          end
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
