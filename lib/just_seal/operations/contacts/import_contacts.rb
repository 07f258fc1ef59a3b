# frozen_string_literal: true

require "csv"

module JustSeal
  module Operations
    # Takes contacts from a CSV file: all rows or none. A row whose address is known changes that contact.
    class ImportContacts < Operation
      MAX_ROWS = 10_000
      MAX_BYTES = 5 * 1024 * 1024
      MAX_PROBLEMS = 20

      # +text+: CSV with a head line of Core::Contacts::Card::KEYS in any order. Returns [made, changed].
      # Raises Errors::Invalid with the problems by row.
      def call(actor, text:)
        allow!(actor, :keep_contacts)
        cards = cards(rows(text))
        transaction do
          cards.map { |card| keep(card) }.then { |kept| [kept.count(:made), kept.count(:changed)] }
        end
      end

      private

      def rows(text)
        table = CSV.parse(
          utf8(text),
          headers: true,
          header_converters: ->(head) { head.to_s.strip.downcase },
          liberal_parsing: true
        )
        unless table.headers.include?("name")
          refuse(Core::Problem.new(:no_name_column, columns: Core::Contacts::Card::KEYS))
        end
        refuse(Core::Problem.new(:too_many_rows, limit: MAX_ROWS)) if table.size > MAX_ROWS
        table
      rescue CSV::MalformedCSVError => e
        refuse(Core::Problem.new(:csv_unreadable, message: e.message))
      end

      def utf8(text)
        megabytes = MAX_BYTES / 1024 / 1024
        refuse(Core::Problem.new(:file_too_large_to_import, megabytes: megabytes)) if text.bytesize > MAX_BYTES
        utf8 = text.dup.force_encoding(Encoding::UTF_8).delete_prefix("\uFEFF")
        refuse(:not_utf8) unless utf8.valid_encoding?
        utf8
      end

      def cards(table)
        cards = table.map { |row| Core::Contacts::Card.plain(row.to_h) }
        found = cards.each_with_index.flat_map do |card, index|
          problems_of_row(card, index + 2)
        end
        found += doubles(cards)
        refuse(*found.first(MAX_PROBLEMS)) if found.any?
        cards
      end

      def problems_of_row(card, row)
        Core::Contacts::Card.problems(card).values.map do |problem|
          Core::Problem.new(:in_row, row: row, problem: problem)
        end
      end

      def doubles(cards)
        times = cards.map { |card| card["email"].downcase }.reject(&:empty?).tally
        times.select { |_, number| number > 1 }.keys.map { |email| Core::Problem.new(:twice_in_rows, email: email) }
      end

      # What a row leaves empty stays as it was.
      def keep(card)
        known = Store::Contact.at(card["email"])
        return Store::Contact.create(card.merge("created_at" => now)) && :made unless known

        known.update(card.reject { |_, value| value.empty? }.merge("edits" => known.edits + 1)) && :changed
      end

      def refuse(*problems)
        raise(Errors::Invalid, problems.each_with_index.to_h { |problem, index| [index.to_s, problem] })
      end
    end
  end
end
