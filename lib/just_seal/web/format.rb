# frozen_string_literal: true

module JustSeal
  module Web
    # How values are written on pages.
    module Format
      # A time in the office's zone, the UTC in the title.
      def time_tag(time, form = :full)
        return "" unless time

        local = office.zone.to_local(time)
        form = local.year == office.now.year ? :short : :full if form == :auto
        text = local.strftime(
          {
            full: "%-d %B %Y, %H:%M",
            short: "%-d %b, %H:%M",
            day: "%-d %B %Y",
            weekday: "%A %-d %B"
          }.fetch(form)
        )
        %(<time datetime="#{time.utc.iso8601}" title="#{time.utc.strftime("%F %T UTC")}">#{text}</time>)
      end

      def day(time, form = "%-d %B") = office.zone.to_local(time).strftime(form)

      # A hash in groups of four.
      def grouped(hash, most = hash.length) = hash[0, most].scan(/.{1,4}/).join(" ")

      def bytes(number) = number.to_s.reverse.scan(/.{1,3}/).join(",").reverse
      def counted(number, one, many = "#{one}s") = "#{bytes(number)} #{number == 1 ? one : many}"

      # A particular's value for people.
      def particular(item, value)
        if item["type"] == "contact"
          value.values_at("name", "organisation", "email").reject do |text|
            text.to_s.empty?
          end.join(", ")
        else
          Core::Filing::Shown.value(item, value)
        end
      end

      # A number that was counted up to +most+ only.
      def counted_up_to(number, most, noun) = number < most ? counted(number, noun) : "#{bytes(most)} #{noun}s or more"

      # Enough of a telephone number to know it by.
      def hidden_number(number) = number.sub(/\A.*(?=.{3}\z)/m) { |start| start.gsub(/\d/, "•") }

      # Its first words, where it is longer than +most+ characters.
      def shortened(text, most) = text.length > most ? "#{text[0, most].sub(/\s+\S*\z/, "")} …" : text

      # "vessel, berth and licensee"
      def sentence_of(words) = words.size < 2 ? words.first.to_s : "#{words[0..-2].join(", ")} and #{words.last}"

      # The same for a value that was typed under another version of the class, whose type may have been another.
      def particular_safely(item, value)
        particular(item, value)
      rescue Date::Error, ArgumentError, NoMethodError, TypeError
        Core::Filing::Particulars.text(value)
      end

      # A snippet with its hits marked; everything else is escaped.
      def marked(snippet)
        open_mark, close_mark = Queries::RecordFind::MARKS
        Rack::Utils.escape_html(snippet.to_s).gsub(open_mark, "<mark>").gsub(close_mark, "</mark>")
      end

      # Days from now to +time+, for the middle of a dial.
      def days_left(time) = [((time - office.now) / 86_400.0).ceil, 0].max
    end
  end
end
