# frozen_string_literal: true

module JustSeal
  module Words
    # The languages that there are words in: those with a folder of locale files, by their ISO 639-1 codes.
    module Languages
      CODES = Dir.children(FOLDER).sort.freeze
      # One entry of an Accept-Language header (RFC 9110, 12.5.4).
      RANGE = /\A\s*([a-z]{1,8})(?:-[a-z0-9-]+)?\s*(?:;\s*q=([01](?:\.\d{0,3})?))?\s*\z/i

      module_function

      # {code => its own name}
      def all = CODES.to_h { |code| [code, I18n.t("language_name", locale: code)] }

      def known?(code) = CODES.include?(code.to_s)

      # The code that is spoken: the first of +wanted+ that there are words in, or else the usual one. Where a program
      # has another usual one than Words::USUAL, as specs have, that is it for everybody.
      def spoken(*wanted)
        return I18n.default_locale unless I18n.default_locale == USUAL

        wanted.find { |code| known?(code) }&.to_sym || USUAL
      end

      # The codes of an Accept-Language header, the most wanted first.
      def wanted(header)
        ranges = header.to_s[0, 1000].split(",").filter_map { |text| text.match(RANGE) }
        weighed = ranges.map do |range|
          [range[1].downcase, (range[2] || 1).to_f]
        end.select { |_, weight| weight.positive? }
        weighed.sort_by.with_index { |(_, weight), index| [-weight, index] }.map(&:first)
      end

      # The code that whoever uses a terminal has set for messages (LC_ALL, LC_MESSAGES, LANG), as "de" in de_DE.UTF-8.
      def of_terminal(environment)
        set = environment.values_at("LC_ALL", "LC_MESSAGES", "LANG").find { |text| !text.to_s.empty? }
        set.to_s[/\A[a-z]{2}(?=[_.@]|\z)/]
      end

      # Speaks +code+ while the block runs, or the usual language where there are no words in it.
      def in(code, &) = I18n.with_locale(spoken(code), &)
    end
  end
end
