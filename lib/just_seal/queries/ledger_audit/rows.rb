# frozen_string_literal: true

require "json"

module JustSeal
  module Queries
    class LedgerAudit
      # Holds the tables against what the ledger states of their rows. The statements of all entries are gathered in a
      # table of this connection, and compared there by what PostgreSQL itself computes: functions of our own in the
      # database could be exchanged by whoever owns it.
      class Rows
        BATCH = 2_000
        MOST = 200 # findings of one table
        GONE = { "" => ["gone"] }.freeze # stands for a row that is not there any more

        # +found+: callable for a code, a place and facts.
        def initialize(found)
          @found = found
          @waiting = []
          @order = 0
          @count = 0
        end

        # How many rows were held against the ledger.
        attr_reader :count

        def prepare
          db.run(
            "CREATE TEMP TABLE stated_rows (tbl text, key text, cells jsonb, at bigint, docket text, seq bigint) " \
            "ON COMMIT DROP"
          )
        end

        # Takes what one entry states; +entry+: parsed; +id+: of its arrival. Several statements of one entry count in
        # their order.
        def take(entry, id)
          rows = entry["rows"]
          return malformed(entry) unless rows.is_a?(Array) && rows.all? { |row| statement?(row) }

          rows.each do |row|
            @order += 1
            cells = row["gone"] ? GONE : row["set"]
            place = (id << 20) + (@order & 0xFFFFF)
            @waiting << [row["table"], row["id"], JSON.generate(cells), place, entry["docket"], entry["seq"]]
          end
          write if @waiting.size >= BATCH
        end

        # Compares every table.
        def compare
          write
          db.run("SET LOCAL TimeZone = 'UTC'")
          db.run("CREATE INDEX ON stated_rows (tbl)")
          db.run("ANALYZE stated_rows")
          Store::Projection::TABLES.each_value { |table| compare_table(table) }
        end

        private

        def db = Store.db

        # Whoever appends past the application may write anything in the place of a statement.
        def statement?(row)
          row.is_a?(Hash) && row.values_at("table", "id").all? { |name| text?(name) } &&
            (row["gone"] == true || (row["set"].is_a?(Hash) && row["set"].all? do |name, cells|
              text?(name) && cells?(cells)
            end))
        end

        def cells?(cells) = cells.is_a?(Array) && cells.any? && cells.all? { |cell| cell.nil? || text?(cell) }

        # PostgreSQL keeps no text with a zero in it.
        def text?(value) = value.is_a?(String) && !value.include?("\0")

        def malformed(entry)
          @found.call(:rows_malformed, Core::Problem.new(:chain_entry, chain: entry["docket"], seq: entry["seq"]))
        end

        def write
          db.copy_into(:stated_rows, format: :csv, data: @waiting.map { |row| csv(row) }) unless @waiting.empty?
          @waiting = []
        end

        def csv(row) = "#{row.map { |value| %("#{value.to_s.gsub('"', '""')}") }.join(",")}\n"

        def compare_table(table)
          @count += db[table.name].count
          rows = db.fetch(sql(table)).all
          rows.group_by { |row| row[:key] }.first(MOST).each { |key, cells| told(table, key, cells) }
        end

        def told(table, key, cells)
          place = Core::Problem.new(:row, table: table.name.to_s, key: key)
          gone = cells.all? { |cell| cell[:is_now].nil? && cell[:bare] }
          return @found.call(:row_gone, place, **entry(cells)) if gone
          return @found.call(:row_unstated, place) if cells.all? { |cell| cell[:docket].nil? }

          cells.each do |cell|
            facts = { column: cell[:col], told: cell[:told] || "–", now: cell[:is_now] || "–" }
            @found.call(:row_differs, place, **facts, **entry([cell]))
          end
        end

        def entry(cells)
          cell = cells.find { |one| one[:docket] }
          cell ? { docket: cell[:docket], seq: cell[:seq] } : { docket: "–", seq: 0 }
        end

        # Cells in which the row and the newest statement differ; +bare+: is there no row?
        def sql(table)
          <<~SQL
            WITH newest AS (
              SELECT DISTINCT ON (key, col) key, col, said->>-1 AS said, at, docket, seq
              FROM stated_rows, jsonb_each(cells) AS cell (col, said)
              WHERE tbl = '#{table.name}' ORDER BY key, col, at DESC
            ), gone AS (
              SELECT key, at FROM newest WHERE col = ''
            ), told AS (
              SELECT n.* FROM newest n LEFT JOIN gone g ON g.key = n.key AND g.at > n.at
              WHERE g.key IS NULL AND n.col <> ''
            ), known AS (
              SELECT DISTINCT key FROM told
            ), rows AS (
              SELECT #{key(table)} AS key, to_jsonb(t) AS cells, #{table.draft || "false"} AS draft
              FROM #{table.name} t
            ), cells AS (
              SELECT r.key, c.key AS col, #{value(table)} AS is_now
              FROM rows r LEFT JOIN known k ON k.key = r.key, jsonb_each_text(r.cells) c
              WHERE c.value IS NOT NULL AND (NOT r.draft OR k.key IS NOT NULL)
                AND c.key NOT IN (#{list(table.silent)})
            )
            SELECT coalesce(c.key, n.key) AS key, coalesce(c.col, n.col) AS col, c.is_now, n.said AS told, n.docket,
              n.seq, r.key IS NULL AS bare
            FROM cells c FULL JOIN told n ON n.key = c.key AND n.col = c.col
              LEFT JOIN rows r ON r.key = coalesce(c.key, n.key)
            WHERE c.is_now IS DISTINCT FROM n.said ORDER BY 1, 2
          SQL
        end

        def key(table) = table.key.map { |column| "t.#{column}::text" }.join(" || '/' || ")
        def list(names) = ["", *names].map { |name| "'#{name}'" }.join(", ")

        # As the database states it; only that it is written here.
        def value(table)
          <<~SQL
            CASE
              WHEN c.key IN (#{list(table.hidden)}) THEN 'salted:' || encode(sha256(convert_to(
                (SELECT value FROM stated_salt) || '#{table.name}/' || r.key || '/' || c.key || c.value,
                'UTF8')), 'hex')
              WHEN length(c.value) > #{Store::Projection::LONG} OR c.value LIKE 'sha256:%' OR c.value LIKE 'salted:%'
                THEN 'sha256:' || encode(sha256(convert_to(c.value, 'UTF8')), 'hex')
              ELSE c.value END
          SQL
        end
      end
    end
  end
end
