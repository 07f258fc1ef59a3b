# frozen_string_literal: true

module JustSeal
  module Web
    # Numbers as they are typed and shown in forms where a comma goes before the decimals. Beneath the pages numbers are
    # plain: 1234.5.
    module Decimals
      # The last part of the name of an input in which numbers are typed so.
      COMMA = "comma"
      GROUPED = /\A-?\d{1,3}(\.\d{3})+(,\d+)?\z/
      DECIMAL = /\A-?\d+,\d+\z/
      # It may be thousands, or decimals: whoever reads numbers asks, as they do for "1,234".
      AMBIGUOUS = /\A-?\d{1,3}\.\d{3}\z/
      SPACES = " \u00A0\u202F"

      # Types of fields that take numbers.
      KINDS = %w[number money].freeze
      EXAMPLE = "1234"
      USUAL_PLACES = 2

      module_function

      # A number as it is typed, with +places+ decimals (nil for as many as one likes).
      def example(places)
        count = (places || USUAL_PLACES).to_i
        count.zero? ? EXAMPLE : "#{EXAMPLE}#{I18n.t("number.separator")}#{"5".ljust(count, "0")}"
      end

      def comma? = I18n.t("number.separator") == ","

      # "1.234,5" => "1234.5"; a plain number, and what is none, as it is.
      def plain(text)
        number = text.strip.delete(SPACES)
        return number.tr(".", ",") if number.match?(AMBIGUOUS)

        number = number.delete(".") if number.match?(GROUPED)
        number.match?(DECIMAL) || number != text.strip.delete(SPACES) ? number.tr(",", ".") : text
      end

      # "1234.5" => "1234,5" where that is how it is written; what is no plain number as it is.
      def shown(text) = comma? && text.to_s.match?(Core::Filing::Particulars::NUMBER) ? text.tr(".", ",") : text

      # +values+ ({name => text}) with those of +names+ plain.
      def read(values, names)
        if comma?
          values.to_h { |name, text| [name, names.include?(name) ? plain(text) : text] }
        else
          values
        end
      end

      # The same the other way round.
      def written(values, names) = values.to_h { |name, text| [name, names.include?(name) ? shown(text) : text] }

      # Parameters of a form, with what came by an input of that name as the plain number that it is.
      def untangled(given)
        case given
        when Hash then given.keys == [COMMA] ? one(given[COMMA]) : given.transform_values { |below| untangled(below) }
        when Array then given.map { |below| untangled(below) }
        else given
        end
      end

      def one(text) = text.is_a?(String) ? plain(text) : ""
    end
  end
end
