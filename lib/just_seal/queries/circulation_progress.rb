# frozen_string_literal: true

module JustSeal
  module Queries
    # How far a circulation is: figures by where people stand and by unit, and the people themselves, a page at a time.
    class CirculationProgress
      SIZE = 50
      # Where somebody stands; see Core::Circulations::States::STANDINGS. r: recipient, d: docket, p: party.
      STANDING = Sequel.lit(<<~SQL)
        CASE
          WHEN r.left_at IS NOT NULL THEN 'left'
          WHEN r.problem IS NOT NULL THEN 'failed'
          WHEN r.docket_id IS NULL OR d.state = 'draft' THEN 'waiting'
          WHEN d.state IN ('sealed', 'gathered') THEN 'done'
          WHEN d.state <> 'out' THEN d.state
          WHEN p.state = 'done' THEN 'done'
          WHEN p.state IN ('waiting', 'invited') THEN 'invited'
          ELSE 'opened'
        END
      SQL
      # Where somebody is written to.
      REACHED_AT = Sequel.case({ { Sequel[:r][:email] => "" } => Sequel[:r][:telephone] }, Sequel[:r][:email])
      COLUMNS = [
        Sequel[:r][:id],
        Sequel[:r][:name],
        REACHED_AT.as(:reached_at),
        Sequel[:r][:unit],
        Sequel[:r][:organisation],
        Sequel[:r][:kind],
        Sequel[:r][:source],
        Sequel[:r][:problem],
        Sequel[:r][:left_because],
        Sequel[:d][:number].as(:docket_number),
        Sequel[:d][:deadline],
        Sequel[:d][:ended_because],
        Sequel[:p][:state].as(:party_state),
        Sequel[:p][:invited_at],
        Sequel[:p][:reminded_at],
        Sequel[:p][:reminders],
        Sequel[:p][:acted_at],
        Sequel[:p][:level_reached],
        Sequel[:p][:refused_because]
      ].freeze

      # {id of a circulation => {standing => number}}
      def self.counts_of(ids)
        rows = joined(ids).group_and_count(Sequel[:r][:circulation_id], STANDING.as(:standing)).all
        rows.group_by { |row| row[:circulation_id] }.transform_values do |found|
          found.to_h { |row| row.values_at(:standing, :count) }
        end
      end

      def self.joined(ids)
        Store.db[Sequel[:circulation_recipients].as(:r)]
          .left_join(Sequel[:dockets].as(:d), id: Sequel[:r][:docket_id])
          .left_join(Sequel[:parties].as(:p), id: Sequel[:r][:party_id])
          .where(Sequel[:r][:circulation_id] => ids)
      end

      # +given+: {"standing", "unit", "find" => text}; +after+: id of the last one of the page before.
      def initialize(circulation, given: {}, after: nil, size: SIZE)
        @circulation = circulation
        @given = given
        @after = after
        @size = size
      end

      # {standing => number}
      def counts = @counts ||= by_unit.values.inject({}) { |all, one| all.merge(one) { |_, a, b| a + b } }

      # {unit => {standing => number}}; "" for those outside.
      def by_unit
        @by_unit ||= people.group_and_count(Sequel[:r][:unit], STANDING.as(:standing)).order(Sequel[:r][:unit]).all
          .group_by { |row| row[:unit] }
          .transform_values { |rows| rows.to_h { |row| row.values_at(:standing, :count) } }
      end

      # Page of rows (Hash) with COLUMNS and :standing, in the order in which they were added.
      def page
        rows = narrowed.limit(@size + 1).all
        Page.new(rows: rows.first(@size), next_key: (rows[@size - 1][:id].to_s if rows.size > @size))
      end

      # All of them, for a table or a sheet. Yields each row, or returns an Enumerator.
      def each(&) = block_given? ? narrowed.paged_each(rows_per_fetch: 500, &) : enum_for(:each)

      # Changes whenever somebody has acted, and with every step of whoever steers.
      def mark
        told = [@circulation.state, @circulation.due_on, by_unit]
        Core::Ledger::Entry.digest(told.inspect)
      end

      private

      def people = self.class.joined([@circulation.id])

      def narrowed
        found = people.select(*COLUMNS, STANDING.as(:standing)).order(Sequel[:r][:id])
        found = found.where(STANDING => @given["standing"]) if @given["standing"]
        found = found.where(Sequel[:r][:unit] => @given["unit"]) if @given["unit"]
        found = found.where { Sequel[:r][:id] > @after.to_i } if @after.to_s.match?(/\A\d{1,18}\z/)
        @given["find"] ? found.where(found_by(@given["find"])) : found
      end

      def found_by(text)
        like = "%#{Store::Party.dataset.escape_like(text)}%"
        Sequel.ilike(Sequel[:r][:name], like) | Sequel.ilike(REACHED_AT, like)
      end
    end
  end
end
