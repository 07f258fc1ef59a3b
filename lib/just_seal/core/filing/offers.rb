# frozen_string_literal: true

require "date"

module JustSeal
  module Core
    module Filing
      # What can be read from a document for the record that it becomes: its title, and particulars whose labels stand
      # in its text.
      # It is offered, never taken for granted: a person looks at it.
      module Offers
        MONTHS = Date::MONTHNAMES.compact.freeze
        MONTH = /(?:#{MONTHS.map { |name| "#{name[0, 3]}(?:#{name[3..]})?" }.join("|")})/i
        # Each with the names of its parts. Dates like 3/4/2027, which two readers read in two ways, are not read.
        DATES = [
          /(?<year>\d{4})-(?<month>\d{2})-(?<day>\d{2})/,
          /(?<day>\d{1,2})\.? (?<name>#{MONTH}),? (?<year>\d{4})/,
          /(?<name>#{MONTH}) (?<day>\d{1,2})(?:st|nd|rd|th)?,? (?<year>\d{4})/,
          /(?<day>\d{1,2})\.(?<month>\d{1,2})\.(?<year>\d{4})/
        ].freeze
        AMOUNT = /-?\d[\d ,]*(?:\.\d+)?/
        # What programs call a document that nobody gave a title.
        EMPTY_TITLES = %r{
          \A(untitled|unbenannt|document|doc|scan|img|file|new)?[\s_\d().-]*\z |
          \A(microsoft[ ](word|office)|https?://) |
          \.(docx?|odt|pdf|dotx?|rtf|txt)\z
        }ix
        MAX_TITLE = 300
        # A first line with fewer letters is a number or a mark.
        LETTERS = 8

        module_function

        # +definition+: of the particulars; +pages+: texts as they are laid out; +property+: the title among the file's
        # properties, "" without one;
        # +contacts+: as for Particulars.read. Returns {"title" => text, "particulars" => {name => {"value" => text,
        # "page" => number}}}.
        def read(definition, pages, file_name:, property: "", contacts: ->(_line) {})
          found = definition.each_with_object({}) do |item, all|
            offer = particular(item, pages, contacts)
            all[item.fetch("name")] = offer if offer
          end
          { "title" => title(pages, property, file_name), "particulars" => found }
        end

        def title(pages, property, file_name)
          stem = file_name.sub(/\.[A-Za-z]{2,5}\z/, "").tr("_", " ").squeeze(" ").strip
          first = pages.first.to_s.lines.map(&:strip).find { |line| line.scan(/[[:alpha:]]/).size >= LETTERS }
          SafeName.line(
            [property, stem, first].compact.find do |text|
              !text.strip.match?(EMPTY_TITLES)
            end || stem
          )[0, MAX_TITLE]
        end

        def particular(item, pages, contacts)
          pages.each.with_index(1) do |text, number|
            after(item.fetch("label"), text).each do |rest|
              value = value(item, rest, contacts)
              return { "value" => value, "page" => number } if value
            end
          end
          nil
        end

        # What stands behind +label+ on a line that begins with it, or in a sentence.
        def after(label, text)
          words = label.split.map { |word| Regexp.escape(word) }.join("\\s+")
          lines = text.scan(/^[ \t]*#{words}(?:[ \t]*:[ \t]*|[ \t]{2,}|[ \t]*\.{2,}[ \t]*)(\S.*?)(?:[ \t]{3,}.*)?$/i)
          (lines + text.scan(
            /\b#{words}\s+(?:is |on |to |of |from |until )?([^\n]{4,40})/i
          )).flatten.each_with_index.map do |rest, index|
            [rest.strip, index < lines.size]
          end
        end

        # The value that +rest+ ([text, does it stand on a line of its own?]) gives for +item+, as text that Particulars
        # reads; nil for none.
        def value(item, rest, contacts)
          text, own_line = rest
          candidate =
            case item.fetch("type")
            when "date" then date(text)
            when "number", "money" then text[AMOUNT]&.strip
            when "choice" then item.fetch("options").find { |option| text.downcase.start_with?(option.downcase) }
            when "choices", "yes_no", "datetime" then nil
            else own_line ? text : nil
            end
          candidate if candidate && Particulars.one(item, candidate, contacts).first.nil?
        end

        # The first date in +text+ as ISO 8601, nil without one that exists.
        def date(text)
          match = DATES.filter_map { |form| form.match(text) }.min_by { |found| found.begin(0) } or return
          year, day = match.named_captures.values_at("year", "day").map(&:to_i)
          Date.new(year, month(match), day).iso8601 if Date.valid_date?(year, month(match), day)
        end

        def month(match)
          number, name = match.named_captures.values_at("month", "name")
          number ? number.to_i : MONTHS.index { |known| known[0, 3].casecmp?(name[0, 3]) } + 1
        end
      end
    end
  end
end
