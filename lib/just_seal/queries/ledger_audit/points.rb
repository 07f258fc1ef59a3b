# frozen_string_literal: true

require "json"

module JustSeal
  module Queries
    class LedgerAudit
      # Holds every checkpoint against its time-stamp, against the entries that it covers, and against the file outside
      # the database.
      class Points
        BATCH = 1_000
        CLOCKS_APART = 300 # seconds, of the clocks of the office and of the authority

        # +found+: callable for a code, a place and facts.
        def initialize(office, found)
          @office = office
          @found = found
        end

        # +file+: as of Ports::CheckpointFile#all. Returns how many there are.
        def compare(file)
          kept = file.to_h { |body, token| [JSON.parse(body)["number"], [body, token]] }
          rows = Store::Checkpoint.order(:number).all
          @newest = newest_beneath(rows)
          rows.each { |row| point(row, kept.delete(row.number)) }
          kept.each_key { |number| @found.call(:not_in_database, place(number)) }
          rows.size
        end

        private

        def place(number) = Core::Problem.new(:checkpoint, number: number)

        def point(row, kept)
          where = place(row.number)
          body = JSON.parse(row.body)
          @found.call(:body_differs, where) unless body.values_at("number", "size", "root", "at") == told_of(row)
          stamp(row, where)
          return @found.call(:not_in_file, where) unless kept

          @found.call(:file_differs, where) unless kept.first == row.body
        end

        def told_of(row) = [row.number, row.size, row.root, Core::Ledger::Entry.time(row.taken_at)]

        # A time-stamp is no older than the entries that it covers.
        def stamp(row, where)
          stamp = Core::Trust::TimeStamp.verify(row.token.unpack1("m0"), data: row.body, paths: paths)
          @found.call(:stamp_invalid, where, reason: stamp.reason) unless stamp.valid
          at = @newest[row.size - 1]
          @found.call(:stamp_too_early, where) if at && stamp.at && stamp.at < at - CLOCKS_APART
        end

        def paths = @paths ||= Core::Trust::Paths.new(@office.roots, @office.register)

        # {position of a leaf => time of its entry}, of the last leaf under each checkpoint
        def newest_beneath(rows)
          rows.map { |row| row.size - 1 }.each_slice(BATCH).reduce({}) do |times, some|
            leaves = Store.db[:ledger_leaves].join(:ledger_entries, id: :entry_id).where(position: some)
            times.merge!(leaves.select_hash(:position, Sequel[:ledger_entries][:at]))
          end
        end
      end
    end
  end
end
