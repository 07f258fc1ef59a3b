# frozen_string_literal: true

require "json"

module JustSeal
  module Web
    # How the cells of answers and of standing questions look on a page: numbers lead to what they are of.
    module AnswerCells
      include EntryWords

      HASHES = %w[hash sha256 rank].freeze
      HASH_SHOWN = 16
      RECORD_NUMBER = /\A[A-Z]{2,4}-\d{4}-\d{4,}\z/
      TIME = /\A(\d{4}-\d\d-\d\d)T(\d\d:\d\d:\d\d)/

      # A number as a link to its docket or record; anything else as it is. Returns SafeHtml.
      def number_link(text)
        path = docket_number?(text) ? docket_path(text) : (record_path(text) if text.to_s.match?(RECORD_NUMBER))
        path ? element("a", text, class: "mono", href: path) : SafeHtml.escape(text)
      end

      # The class of a cell of column +name+.
      def cell_class(name, cell)
        return "hash" if HASHES.include?(name)
        return "numeric" if cell.is_a?(Numeric)

        "break" if name == "facts"
      end

      # What stands in a cell of column +name+; +row+: all cells of its row, of entries docket, number, time, kind and
      # so on. Returns SafeHtml.
      def cell_html(name, cell, row)
        return SafeHtml::NOTHING if cell.nil?

        case name
        when *HASHES then element("span", "#{grouped(cell, HASH_SHOWN)} …", title: cell)
        when "docket", "item", "record" then number_link(cell)
        when "seq" then entry_number(row[0], cell)
        when "facts" then element("span", entry_words("kind" => row[3], "facts" => JSON.parse(cell)), title: cell)
        when "at" then time_cell(cell.to_s)
        else SafeHtml.escape(cell)
        end
      end

      private

      def docket_number?(text) = text.to_s.match?(Core::Dockets::Numbers.form(office.number_prefix))

      def entry_number(docket, seq)
        return SafeHtml.escape(seq) unless docket_number?(docket)

        hidden = element("span", I18n.t("evidence.proof_of_entry"), class: "visually-hidden")
        element("a", SafeHtml.join([seq, hidden]), href: entry_proof_path(docket, seq))
      end

      def time_cell(text)
        told = TIME.match(text)
        told ? element("span", "#{told[1]} #{told[2]}", class: "nowrap") : SafeHtml.escape(text)
      end

      def element(name, content, **attributes)
        told = attributes.map { |key, value| %( #{key}="#{SafeHtml.escape(value)}") }.join
        SafeHtml.new("<#{name}#{told}>#{SafeHtml.escape(content)}</#{name}>")
      end
    end
  end
end
