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
        text = local.strftime({ full: "%-d %B %Y, %H:%M", short: "%-d %b, %H:%M", day: "%-d %B %Y", weekday: "%A %-d %B" }.fetch(form))
        %(<time datetime="#{time.utc.iso8601}" title="#{time.utc.strftime('%F %T UTC')}">#{text}</time>)
      end

      def day(time, form = "%-d %B") = office.zone.to_local(time).strftime(form)

      # A hash in groups of four.
      def grouped(hash, most = hash.length) = hash[0, most].scan(/.{1,4}/).join(" ")

      def bytes(number) = number.to_s.reverse.scan(/.{1,3}/).join(",").reverse
      def counted(number, one, many = "#{one}s") = "#{bytes(number)} #{number == 1 ? one : many}"

      # A particular's value for people.
      def particular(item, value)
        case item["type"]
        when "date" then Date.iso8601(value).strftime("%-d %b %Y")
        when "money" then amount(value, item["unit"])
        when "number" then [amount(value), item["unit"]].compact.join(" ")
        when "datetime" then Time.strptime(value, "%Y-%m-%dT%H:%M").strftime("%-d %b %Y, %H:%M")
        when "list", "choices" then Array(value).join(", ")
        else value.to_s
        end
      end

      def amount(value, currency = nil)
        whole, part = value.split(".")
        text = whole.reverse.scan(/\d{1,3}/).join(",").reverse
        text = "-#{text}" if whole.start_with?("-")
        text += ".#{part.to_s.ljust(2, '0')}" if part || currency
        [currency, text].compact.join(" ")
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
