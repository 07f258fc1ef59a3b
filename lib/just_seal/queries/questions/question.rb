# frozen_string_literal: true

module JustSeal
  module Queries
    module Questions
      # What prepared questions share: the scope, and how an answer is put together. An answer is plain data, so that it
      # can be kept, hashed, shown, exported and checked:
      #
      # {"definition": [sentence, ...], "figures": [{"name", "value", "list": name of the list that it counts or nil},
      # ...],
      # "lists": [{"name", "title", "columns": [{"name", "title", "means", "personal"}, ...], "rows": [[cell, ...],
      # ...]}, ...],
      #    "charts": [{"title", "unit", "bars": [[label, number], ...]}, ...], "notes": [sentence, ...]}
      class Question
        BATCH = 500
        # Rows of a list beyond this are counted, and not listed.
        MOST_ROWS = 20_000

        # title: heading; reads_all: does it read everything in scope, so that it is a job with progress?
        class << self
          attr_reader :title, :asks

          def called(title, asks)
            @title = title
            @asks = asks
          end
        end

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
            "definition" => [*definition, @scope.sentence],
            "figures" => @figures,
            "lists" => @lists,
            "charts" => @charts,
            "notes" => @notes + cut
          }
        end

        private

        def now = @office.now
        def figure(name, value, list = nil) = @figures << { "name" => name, "value" => value, "list" => list }

        # +columns+: {name => [title, what it means, :personal or nothing]}; +rows+: Arrays of text, numbers and nil.
        def list(name, title, columns, rows)
          @lists << {
            "name" => name,
            "title" => title,
            "rows" => rows.first(MOST_ROWS),
            "count" => rows.size,
            "columns" => columns.map do |key, (head, means, personal)|
              { "name" => key.to_s, "title" => head, "means" => means, "personal" => personal == :personal }
            end
          }
          rows.size
        end

        # A list with the figure that counts it.
        def counted(name, title, columns, rows) = figure(title, list(name, title, columns, rows), name)
        def chart(title, unit, bars) = bars.empty? || (@charts << { "title" => title, "unit" => unit, "bars" => bars })

        def cut
          @lists.select do |one|
            one["count"] > MOST_ROWS
          end.map { |one| "“#{one["title"]}” has #{one["count"]} lines; the first #{MOST_ROWS} are listed." }
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
