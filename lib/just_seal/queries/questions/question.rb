# frozen_string_literal: true

module JustSeal
  module Queries
    module Questions
      # What prepared questions share: the scope, and how an answer is put together. An answer is plain data, so that it
      # can be kept, hashed, shown, exported and checked. It holds facts; Words::Answer makes words of them:
      #
      # {"format": FORMAT, "question": name, "scope": facts of the scope, "facts": what its definition speaks of,
      #  "figures": [{"name", "value", "list": name of the list that it counts or nil}, ...],
      #  "lists": [{"name", "count", "columns": [{"name", "personal", "words"}, ...], "rows": [[cell, ...], ...]}, ...],
      #  "charts": [{"name", "bars": [[label, number], ...]}, ...], "notes": [{"said", facts ...}, ...]}
      #
      # A cell, value or label is text, a number, nil, or {"said": name, facts ...}. "words" of a column names the scope
      # of the locale files that its cells are keys of.
      class Question
        FORMAT = 2
        BATCH = 500
        # Rows of a list beyond this are counted, and not listed.
        MAX_ROWS = 20_000

        # Columns of entries of the ledger.
        ENTRY_COLUMNS = %i[docket seq at kind actor address facts hash].freeze
        ENTRY_PERSONAL = %i[actor address facts].freeze

        # +scope+: InquiryScope; +params+: Hash of texts; +progress+: callable with [done, size].
        def initialize(scope, params = {}, office: JustSeal.office, progress: ->(_done, _size) {})
          @scope = scope
          @params = params
          @office = office
          @progress = progress
          @lists = []
          @figures = []
          @charts = []
          @notes = []
        end

        # The answer.
        def call
          work
          {
            "format" => FORMAT,
            "question" => name,
            "scope" => @scope.to_h,
            "facts" => facts,
            "figures" => @figures,
            "lists" => @lists,
            "charts" => @charts,
            "notes" => @notes + cut
          }
        end

        private

        # The name under which answers keep this question.
        def name = ALL.key(self.class)

        # What its definition speaks of, beside the scope.
        def facts = {}

        def now = @office.now
        def said(name, **facts) = { "said" => name.to_s }.merge(facts.transform_keys(&:to_s))
        def yes_no(fact) = said(fact ? :yes : :no)
        def note(name, **facts) = @notes << said(name, **facts)

        def figure(name, value, list = nil)
          @figures << { "name" => name.to_s, "value" => value, "list" => list&.to_s }
        end

        # What is read in the block is read as of one moment.
        def at_once(&) = Store.db.transaction(isolation: :repeatable, &)

        # [the first MAX_ROWS of +found+ (a dataset in its order), how many there are]
        def most_of(found)
          rows = found.limit(MAX_ROWS + 1).all
          [rows.first(MAX_ROWS), rows.size > MAX_ROWS ? found.unordered.count : rows.size]
        end

        # +columns+: names in order; +rows+: {name of column => cell}, ...; +count+: how many there are, where those are
        # more; +personal+: names of the columns with personal data; +words+: {name of column => scope of the locale
        # files}. Returns the count.
        def list(name, columns, rows, count: rows.size, personal: [], words: {})
          @lists << {
            "name" => name.to_s,
            "count" => count,
            "columns" => columns.map do |column|
              { "name" => column.to_s, "personal" => personal.include?(column), "words" => words[column] }.compact
            end,
            "rows" => rows.first(MAX_ROWS).map { |row| columns.map { |column| row[column] } }
          }
          count
        end

        # A list with the figure that counts it.
        def counted(name, columns, rows, **about) = figure(name, list(name, columns, rows, **about), name)

        def entries(name, found, count: found.size)
          rows = found.map { |entry, hash| ENTRY_COLUMNS.zip(EntryFind.row(entry, hash)).to_h }
          list(name, ENTRY_COLUMNS, rows, count: count, personal: ENTRY_PERSONAL)
        end

        def chart(name, bars) = bars.empty? || (@charts << { "name" => name.to_s, "bars" => bars })

        def cut
          long = @lists.select { |one| one["count"] > MAX_ROWS }
          long.map { |one| said(:cut, list: one["name"], count: one["count"], limit: MAX_ROWS) }
        end

        # All dockets in scope, in batches, by number of arrival.
        def each_docket(dataset = @scope.dockets)
          size = dataset.count
          done = 0
          last = 0
          @progress.call(0, size)
          after = ->(id) { dataset.where(Sequel[:dockets][:id] > id).order(Sequel[:dockets][:id]).limit(BATCH).all }
          until (rows = after.call(last)).empty?
            yield rows
            last = rows.last.id
            @progress.call(done += rows.size, size)
          end
        end

        def utc(time) = time&.utc&.strftime("%F %T UTC")
        def month(time) = @office.zone.to_local(time).strftime("%Y-%m")
        def classes = @classes ||= Store::RecordClass.select_hash(:id, :code)
        def units = @units ||= Store::Account.select_hash(:id, :unit)
        def names = @names ||= Store::Account.select_hash(:id, :name)
      end
    end
  end
end
