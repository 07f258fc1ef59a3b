# frozen_string_literal: true

require "cgi"
require "i18n"

module JustSeal
  module Web
    # Words, numbers, dates and lists for pages, components and templates, all by the locale files. Whoever includes it
    # answers +words_scope+ (for keys that begin with a dot) and +context+.
    module Speech
      # The words of +key+ with +facts+. A key that ends in _html may hold markup: its facts are escaped, and the result
      # is SafeHtml.
      def t(key, **facts)
        key = key.to_s.start_with?(".") ? "#{words_scope}#{key}" : key.to_s
        return Words.of(key, facts) unless key.end_with?("_html")

        safe = facts.transform_values { |fact| fact.is_a?(Integer) ? fact : SafeHtml.escape(fact) }
        SafeHtml.new(Words.of(key, safe))
      end

      # The words of a key that some have and others lack; nil where there are none.
      def words_of(key, **facts) = I18n.exists?(key) ? I18n.t(key, **facts) : nil

      # "1,234"
      def number(value) = Words::Notation::PAGE.number(value.to_s)

      # "3 dockets": the words of +key+, which has a plural.
      def counted(key, count) = t("counts.#{key}", count: count, number: number(count))

      # The same for what was counted up to +most+ only.
      def counted_up_to(key, count, most)
        count < most ? counted(key, count) : t("counts.or_more", counted: counted(key, most))
      end

      # [[code, its own name], ...] of the languages that there are words in.
      def spoken_languages = Words::Languages.all.to_a

      # The own name of the language +code+; where there are no words in it, that of the one that is spoken instead.
      def language_name(code) = Words::Languages.all.fetch(Words::Languages.spoken(code).to_s)

      # "vessel, berth and licensee"; SafeHtml where one of +words+ is.
      def list(words, key = "and")
        return words.first || "" if words.size < 2

        parts = [SafeHtml.join(words[0..-2], I18n.t("lists.comma")), words.last]
        joined = SafeHtml.join(parts, I18n.t("lists.#{key}"))
        words.any?(SafeHtml) ? joined : CGI.unescapeHTML(joined)
      end

      def local(time) = context.office.zone.to_local(time)

      # A time in the office's zone, as text. +form+: of time.formats, or :auto (with the year where it is another).
      def time_text(time, form = :full)
        at = local(time)
        form = at.year == context.now.year ? :short : :full if form == :auto
        I18n.l(at, format: form)
      end

      # The same for pages, with UTC in the title.
      def time_tag(time, form = :full)
        return SafeHtml::NOTHING unless time

        SafeHtml.new(
          %(<time datetime="#{time.utc.iso8601}" title="#{time.utc.strftime("%F %T UTC")}">) \
          "#{SafeHtml.escape(time_text(time, form))}</time>"
        )
      end

      # A Date, or the day of a Time.
      def day(time, form = :day) = I18n.l(time.is_a?(Date) ? time : local(time).to_date, format: form)

      # Days from now to +time+, for the middle of a dial.
      def days_left(time) = [((time - context.now) / 86_400.0).ceil, 0].max

      # A hash in groups of four.
      def grouped(hash, most = hash.length) = hash[0, most].scan(/.{1,4}/).join(" ")

      # Its first words, where it is longer than +most+ characters.
      def shortened(text, most) = text.length > most ? "#{text[0, most].sub(/\s+\S*\z/, "")} …" : text
    end
  end
end
