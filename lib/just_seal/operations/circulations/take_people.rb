# frozen_string_literal: true

require "csv"

module JustSeal
  module Operations
    # Takes a file of people for a circulation, and what its columns mean. Rows with a fault are told and left out.
    class TakePeople < Operation
      MAX_BYTES = 5 * 1024 * 1024

      # +text+: CSV with a head line. Returns the circulation; nobody is asked before its columns are known. Raises
      # Errors::Invalid keyed "file".
      def call(actor, number:, edits:, text:)
        head, *rows = table(text)
        transaction do
          circulation = CirculationLock.new.draft(actor, number, edits)
          meanings = Queries::CirculationPlan.new(circulation, now: now).meanings
          columns = Core::Circulations::PeopleTable.guess(head, meanings)
          keep(circulation, { head: head, rows: rows, columns: columns })
        end
      end

      # +columns+: what each means, as Queries::CirculationPlan#meanings; [] to let go of the file.
      def map(actor, number:, edits:, columns:)
        transaction do
          circulation = CirculationLock.new.draft(actor, number, edits)
          file = Store.db[:circulation_files].first(circulation_id: circulation.id)
          next keep(circulation, nil) if columns.empty? || file.nil?

          known = Queries::CirculationPlan.new(circulation, now: now).meanings
          wanted = columns.map { |id| known.key?(id) ? id : Core::Circulations::PeopleTable::NOTHING }
          keep(circulation, { **file.slice(:head, :rows), columns: wanted })
        end
      end

      private

      def keep(circulation, table)
        db[:circulation_files].where(circulation_id: circulation.id).delete
        if table
          kept = table.transform_values { |list| Sequel.pg_jsonb(list.to_a) }
          db[:circulation_files].insert(circulation_id: circulation.id, **kept)
        end
        circulation.update(edits: circulation.edits + 1)
        people = table ? Queries::CirculationPlan.new(circulation, now: now).people : []
        RecipientKeeper.call(circulation, people, source: "file")
        circulation
      end

      # [[cell, ...], ...], the head first.
      def table(text)
        utf8 = utf8(text)
        rows = CSV.parse(utf8, col_sep: separator(utf8), liberal_parsing: true)
        rows = rows.map { |row| row.map { |cell| cell.to_s.strip } }.reject { |row| row.all?(&:empty?) }
        most = Core::Circulations::PeopleTable::MAX_ROWS
        refuse(:no_rows) if rows.size < 2
        refuse(Core::Problem.new(:too_many_rows, limit: most)) if rows.size > most + 1
        rows
      rescue CSV::MalformedCSVError => e
        refuse(Core::Problem.new(:csv_unreadable, message: e.message))
      end

      def utf8(text)
        refuse(Core::Problem.new(:file_too_large_to_import, megabytes: MAX_BYTES / 1024 / 1024)) if too_large?(text)
        utf8 = text.dup.force_encoding(Encoding::UTF_8).delete_prefix("\uFEFF")
        utf8.valid_encoding? ? utf8 : refuse(:not_utf8)
      end

      def too_large?(text) = text.bytesize > MAX_BYTES

      # Spreadsheets of many countries part columns by semicolons.
      def separator(text)
        head = text.lines.first.to_s
        [",", ";", "\t"].max_by { |one| head.count(one) }
      end

      def refuse(problem) = raise(Errors::Invalid, { "file" => problem })
    end
  end
end
