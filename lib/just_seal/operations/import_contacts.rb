# frozen_string_literal: true

require "csv"

module JustSeal
  module Operations
    # Takes contacts from a CSV file: all rows or none. A row whose address is known changes that contact.
    class ImportContacts < Operation
      MOST_ROWS = 10_000
      MOST_BYTES = 5 * 1024 * 1024
      MOST_PROBLEMS = 20

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
        refuse("The file is larger than #{MOST_BYTES / 1024 / 1024} MB. Split it.") if text.bytesize > MOST_BYTES
        utf8 = text.dup.force_encoding(Encoding::UTF_8).delete_prefix("\uFEFF")
        refuse("The file is not in UTF-8. Save it as CSV in UTF-8.") unless utf8.valid_encoding?

        table = CSV.parse(
          utf8,
          headers: true,
          header_converters: lambda { |head|
            head.to_s.strip.downcase
          },
          liberal_parsing: true
        )
        unless table.headers.include?("name")
          refuse(
            "There is no column “name”. The first line names the columns: #{Core::Contacts::Card::KEYS.join(", ")}."
          )
        end
        refuse("The file has more than #{MOST_ROWS} rows. Split it.") if table.size > MOST_ROWS
        table
      rescue CSV::MalformedCSVError => e
        refuse("The file can't be read as CSV: #{e.message}")
      end

      def cards(table)
        cards = table.map { |row| Core::Contacts::Card.plain(row.to_h) }
        found = cards.each_with_index.flat_map do |card, index|
          Core::Contacts::Card.problems(card).values.map { |sentence| "Row #{index + 2}: #{sentence}" }
        end
        found += doubles(cards)
        refuse(*found.first(MOST_PROBLEMS)) if found.any?
        cards
      end

      def doubles(cards)
        times = cards.map { |card| card["email"].downcase }.reject(&:empty?).tally
        times.select { |_, number| number > 1 }.keys.map { |email| "#{email} is in more than one row." }
      end

      # What a row leaves empty stays as it was.
      def keep(card)
        known = Store::Contact.at(card["email"])
        return Store::Contact.create(card.merge("created_at" => now)) && :made unless known

        known.update(card.reject { |_, value| value.empty? }.merge("edits" => known.edits + 1)) && :changed
      end

      def refuse(*sentences)
        raise(Errors::Invalid, sentences.each_with_index.to_h { |sentence, index| [index.to_s, sentence] })
      end
    end
  end
end
