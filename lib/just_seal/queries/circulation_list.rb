# frozen_string_literal: true

module JustSeal
  module Queries
    # Circulations, a page at a time, and who may see and steer one.
    class CirculationList
      SIZE = 40
      # Those who see all: they answer for records, or ask about them.
      SEEING = %w[administrator compliance auditor].freeze

      # +counts+: {standing => number}
      Row = Struct.new(:circulation, :counts, keyword_init: true)

      def initialize(person, state: nil, after: nil, size: SIZE)
        @person = person
        @state = state
        @after = after
        @size = size
      end

      # Page of Rows.
      def page
        found = self.class.seen_by(@person)
        found = found.where(state: @state) if @state
        page = Page.of(found.eager(:owner), after: @after, size: @size)
        counts = CirculationProgress.counts_of(page.rows.map(&:id))
        Page.new(
          rows: page.rows.map { |one| Row.new(circulation: one, counts: counts.fetch(one.id, {})) },
          next_key: page.next_key
        )
      end

      # Rows of +record+'s circulations that +person+ may see.
      def self.of_record(record, person)
        found = seen_by(person).where(record_id: record.id).order(Sequel.desc(:id)).limit(SIZE).all
        counts = found.empty? ? {} : CirculationProgress.counts_of(found.map(&:id))
        found.map { |one| Row.new(circulation: one, counts: counts.fetch(one.id, {})) }
      end

      def self.seen_by(person)
        return Store::Circulation.dataset if SEEING.include?(person.role)

        shared = Store.db[:circulation_shares].where(account_id: person.id).select(:circulation_id)
        Store::Circulation.where(Sequel.|({ owner_id: person.id }, { id: shared }))
      end

      def self.see?(person, circulation) = seen_by(person).where(id: circulation.id).any?

      def self.steer?(person, circulation)
        return false unless Core::Rights.may?(person.role, :send)
        return true if circulation.owner_id == person.id || Core::Rights.may?(person.role, :manage_any_docket)

        circulation.shared_with.include?(person.id)
      end
    end
  end
end
