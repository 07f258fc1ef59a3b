# frozen_string_literal: true

require "i18n"

module JustSeal
  # The words of pages: they stand in config/locales, and pages speak in keys and facts.
  module Words
    FOLDER = File.join(ROOT, "config", "locales")
    USUAL = :en
    # English with every letter accented and a third longer: what stays plain on a page was written past the locale
    # files.
    PSEUDO = :"en-XA"

    # Looks words up; those of PSEUDO are made of English ones.
    class Backend < I18n::Backend::Simple
      include I18n::Backend::Memoize

      # What is written by a pattern, such as a date, or read by a machine.
      PATTERNS = %w[date time number support languages].freeze

      def store_translations(locale, data, options = {})
        super
        return unless locale.to_sym == USUAL

        super(PSEUDO, data.to_h { |key, value| [key, PATTERNS.include?(key.to_s) ? value : accented(value)] }, options)
      end

      private

      def accented(value)
        case value
        when Hash then value.transform_values { |one| accented(one) }
        when Array then value.map { |one| accented(one) }
        when String then Pseudo.of(value)
        else value
        end
      end
    end

    # "Save" => "[Šåvé~]", facts and marks as they are.
    module Pseudo
      PLAIN = "abcdefghijklmnopqrstuvwxyzABCDEFGHIJKLMNOPQRSTUVWXYZ"
      ACCENTED = "åƀćđéƒğĥíĵķłɱñöþɋŕšţúṽŵẋýžÅƁĆĐÉƑĞĤÍĴĶŁṀÑÖÞɊŔŠŢÚṼŴẊÝŽ"
      KEPT = /%\{[^}]*\}|%%|<[^>]*>|&\w+;|\{\{[^}]*\}\}/

      module_function

      def of(text)
        plain = text.split(KEPT).map { |part| part.tr(PLAIN, ACCENTED) }
        kept = text.scan(KEPT)
        "[#{plain.zip(kept).flatten.compact.join}#{"~" * (text.length / 3)}]"
      end
    end

    module_function

    # Reads all words; once for each process, before anything is shown.
    def load
      I18n.backend = Backend.new
      I18n.load_path = Dir[File.join(FOLDER, "**", "*.yml")]
      I18n.available_locales = [USUAL, PSEUDO]
      I18n.default_locale = USUAL
      I18n.backend.eager_load!
    end
  end
end
