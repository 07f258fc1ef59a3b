# frozen_string_literal: true

module JustSeal
  module Words
    # How days, times, numbers and amounts of particulars and fields are written: with short months on pages, with long
    # ones in documents. The core is given one wherever it writes a value.
    class Notation
      # +day+, +moment+: formats of dates and times in the locale files.
      def initialize(day:, moment:)
        @day = day
        @moment = moment
        freeze
      end

      # A value of +item+, one of a class definition, as Core::Filing::Particulars keeps it.
      def value(item, value) = Core::Filing::Types.of(item).shown(item, value, self)

      def day(date) = I18n.l(date, format: @day)
      def moment(time) = I18n.l(time, format: @moment)
      def yes_no(answer) = answer ? I18n.t("values.yes") : I18n.t("values.no")

      # "18,400.5" of "18400.5"
      def number(text)
        whole, part = text.split(".")
        grouped = whole.delete("-").reverse.scan(/\d{1,3}/).map(&:reverse).reverse.join(I18n.t("number.delimiter"))
        sign = whole.start_with?("-") ? "-" : ""
        [sign + grouped, part].compact.join(I18n.t("number.separator"))
      end

      # "EUR 18,400.00" of "18400" and "EUR"
      def money(text, currency)
        whole, part = text.split(".")
        I18n.t("values.money", currency: currency, amount: number("#{whole}.#{part.to_s.ljust(2, "0")}"))
      end

      # "12 m" of "12" and "m"; without a unit the number alone.
      def measure(text, unit) = unit ? I18n.t("values.measure", number: number(text), unit: unit) : number(text)

      PAGE = new(day: :short_year, moment: :short_full)
      DOCUMENT = new(day: :day_year, moment: :full)
    end
  end
end
