# frozen_string_literal: true

module JustSeal
  module Queries
    # Dockets with their parties, a page at a time.
    class DocketList
      SIZE = 40
      STATES = Core::Dockets::States::DOCKET.keys.freeze
      # For whoever looks, for others, or, as a draft, for nobody yet.
      WAITS = %w[me others nobody].freeze

      Row = Struct.new(:docket, :parties, keyword_init: true)

      # +state+: one of STATES, "late" (out and soon to lapse) or nil; +find+: text or nil; +owner_id+: of an account or
      # nil; +class_code+: of the first document that is signed; +waits+: one of WAITS, for whom it waits as +person_id+
      # sees it; +now+: Time.
      def initialize(
        sight:, state: nil, find: nil, owner_id: nil, class_code: nil, waits: nil, person_id: nil, after: nil,
        size: SIZE, now: JustSeal.office.now
      )
        @sight = sight
        @state = state
        @find = find
        @owner_id = owner_id
        @class_code = class_code
        @waits = waits
        @person_id = person_id
        @now = now
        @after = after
        @size = size
      end

      # Page of Rows.
      def page
        page = Page.of(dataset, after: @after, size: @size)
        parties = Store::Party.where(docket_id: page.rows.map(&:id)).in_order.all.group_by(&:docket_id)
        Page.new(
          rows: page.rows.map do |docket|
            Row.new(docket: docket, parties: parties.fetch(docket.id, []))
          end,
          next_key: page.next_key
        )
      end

      # {state => number}
      def self.counts(sight, now: JustSeal.office.now)
        counted = sight.counted_dockets.where(circulation_id: nil)
        late = counted.where(state: "out").where(
          Sequel[:deadline] <= now + Core::Dockets::Reminders::LATE_SECONDS
        ).count
        counted.group_and_count(:state).as_hash(:state, :count).merge("late" => late)
      end

      private

      def waiting(found)
        return found.where(state: "draft") if @waits == "nobody"

        asked = Store::Party.where(account_id: @person_id, state: Core::Dockets::States::MAY_ACT).select(:docket_id)
        mine = { Sequel[:dockets][:id] => asked }
        found.where(state: "out").where(@waits == "me" ? mine : Sequel.~(mine))
      end

      def dataset
        # Those of a circulation are found, and wait for whoever they ask; otherwise they are seen on its page.
        found = @find || @waits == "me" ? @sight.dockets : @sight.dockets.where(circulation_id: nil)
        found = waiting(found) if WAITS.include?(@waits)
        found = found.where(state: @state) if STATES.include?(@state)
        if @state == "late"
          found = found.where(state: "out").where(Sequel[:deadline] <= @now + Core::Dockets::Reminders::LATE_SECONDS)
        end
        found = found.where(owner_id: @owner_id) if @owner_id
        found = found.where(record_class_id: Store::RecordClass.where(code: @class_code).get(:id)) if @class_code
        return found unless @find

        like = "%#{found.escape_like(@find)}%"
        found.where(Sequel.ilike(:title, like) | Sequel.ilike(:number, like))
      end
    end
  end
end
