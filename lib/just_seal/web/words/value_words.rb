# frozen_string_literal: true

module JustSeal
  module Web
    # How particulars are written on pages. Whoever includes it includes Speech.
    module ValueWords
      # The value of a record under +item+ of its class, for people; "–" for none. A value that was typed under another
      # version of the class, whose type may have been another, is shown as it was typed.
      def particular(item, value)
        return "–" unless value
        return contact_words(value) if item["type"] == "contact" && value.respond_to?(:values_at)

        Words::Notation::PAGE.value(item, value)
      rescue ArgumentError, NoMethodError, TypeError
        Core::Filing::Particulars.text(value)
      end

      def numeric?(item) = Core::Filing::Types.of(item).number?

      private

      def contact_words(value)
        value.values_at("name", "organisation", "email").reject { |text| text.to_s.empty? }.join(I18n.t("lists.comma"))
      end
    end
  end
end
