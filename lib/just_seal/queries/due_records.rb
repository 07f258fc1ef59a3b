# frozen_string_literal: true

module JustSeal
  module Queries
    # What falls due when, as it was counted last (Operations::CountRetention).
    class DueRecords
      SIZE = 40
      NAMES = %w[class action year overdue].freeze
      ACTIONS = Core::Retention::Schedule::ACTIONS - %w[keep]
      KEY = /\A(\d{4}-\d\d-\d\d)~(\d{1,18})\z/

      # +record+; +action+; +due_on+; +list+: the Store::Disposal or Store::Transfer that has it, or nil; +holds+:
      # [Store::Hold, ...]
      Row = Core::Value.of(:record, :action, :due_on, :list, :holds)
      # Of one year: +overdue+ among them; +actions+: {action => count}
      Year = Core::Value.of(:year, :count, :overdue, :actions)

      attr_reader :given

      # +given+: {"class" => code, "action" => one of ACTIONS, "year" => number, "overdue" => "1"}, any of them empty;
      # +today+: Date.
      def initialize(given, sight:, today:)
        @given = given.slice(*NAMES).transform_values(&:to_s).reject { |_, one| one.empty? }
        @sight = sight
        @today = today
      end

      # Page of Rows by day; +after+: a key of the page before.
      def page(after: nil)
        found = narrowed(in_year(due))
        day, id = after.to_s.match(KEY)&.captures
        found = found.where(Sequel.lit("(due_on, retentions.record_id) > (?::date, ?)", day, id.to_i)) if day
        keys = found.order(:due_on, Sequel[:retentions][:record_id]).limit(SIZE + 1)
          .select_map([Sequel[:retentions][:record_id], :action, :due_on])
        shown = keys.first(SIZE)
        Page.new(rows: rows(shown), next_key: (key(shown.last) if keys.size > SIZE))
      end

      # [Year, ...] from the first in which something falls due to the last.
      def years
        @years ||= begin
          found = counts_by_year.group_by { |row| row[:year] }
          found.empty? ? [] : (found.keys.min..found.keys.max).map { |year| year(year, found.fetch(year, [])) }
        end
      end

      def overdue_count = narrowed(due).where { |o| o.due_on <= @today }.count

      # Records that wait to be counted anew.
      def stale_count = Store.db[:retention_stale].count

      # Records without a day: {what they wait for, or "keep" => count}
      def waiting
        found = scoped(Store.db[:retentions].where(due_on: nil))
        found.group_and_count(Sequel.function(:coalesce, :waits_for, :action).as(:what)).as_hash(:what, :count)
      end

      private

      def due = scoped(Store.db[:retentions].exclude(due_on: nil))

      # Whoever sees everything is answered by the tally.
      def counts_by_year
        return tallied if @sight.unlimited? && !given["overdue"]

        narrowed(due).group_and_count(Sequel.extract(:year, :due_on).cast(Integer).as(:year), :action).all
      end

      def tallied
        sum = Sequel.function(:sum, :count).cast(Integer)
        narrowed(Store.db[:retention_tally]).group(:year, :action).having(Sequel.lit("sum(count) > 0"))
          .select(:year, :action, sum.as(:count)).all
      end

      # By what this person may see.
      def scoped(dataset)
        return dataset if @sight.unlimited?

        dataset.where(Sequel[:retentions][:record_id] => @sight.records.select(Sequel[:records][:id]))
      end

      def narrowed(dataset)
        dataset = dataset.where(action: given["action"]) if given["action"]
        dataset = dataset.where(Sequel.expr(:due_on) <= @today) if given["overdue"]
        return dataset unless given["class"]

        dataset.where(record_class_id: Store::RecordClass.where(code: given["class"]).select(:id))
      end

      def in_year(dataset)
        year = given["year"].to_s[/\A\d{4}\z/] or return dataset
        dataset.where(due_on: Date.new(year.to_i, 1, 1)..Date.new(year.to_i, 12, 31))
      end

      def rows(keys)
        ids = keys.map(&:first)
        records = Store::Record.where(id: ids).eager(:record_class, :case_file).as_hash(:id)
        lists = OpenLists.among(ids)
        holds = Holds.among(ids)
        keys.map do |id, action, day|
          known = { record: records.fetch(id), list: lists[id], holds: holds.fetch(id, []) }
          Row.new(action: action, due_on: day, **known)
        end
      end

      def key((id, _, day)) = "#{day.iso8601}~#{id}"

      def year(year, counts)
        actions = counts.to_h { |row| [row[:action], row[:count]] }
        Year.new(year: year, count: actions.values.sum, overdue: year < @today.year ? 1 : 0, actions: actions)
      end
    end
  end
end
