# frozen_string_literal: true

module JustSeal
  module Queries
    # All that the page of a record tells, in a fixed number of queries.
    class RecordOverview
      attr_reader :record

      # +sight+: of whoever looks.
      def initialize(record, sight:)
        @record = record
        @sight = sight
      end

      # The newest first.
      def dockets
        @dockets ||= Store::Docket
          .where(id: Store::DocketDocument.own.where(record_id: record.id).select(:docket_id))
          .order(Sequel.desc(:id))
          .all
      end

      # Circulations of it that this person may see, the newest first: CirculationList::Row
      def circulations
        @circulations ||= CirculationList.of_record(record, @sight.person)
      end

      # The Store::RepositoryDocument that it was taken from, nil for none.
      def taken_from
        return @taken_from if defined?(@taken_from)

        @taken_from = Repositories.of_record(record)
      end

      # RecordRetention
      def retention
        @retention ||= RecordRetention.new(record, at: JustSeal.office.now, zone: JustSeal.office.zone)
      end

      # The Store::Stub, where nothing else is left.
      def stub = @stub ||= record.destroyed? ? Store::Stub[record.id] : nil

      # The Store::TransferLine by which an archive has it; nil for none.
      def handed_over
        return @handed_over if defined?(@handed_over)

        @handed_over = Transfers.of(record)
      end

      # The Store::TakenPackage that it came in; nil for none.
      def came_in
        return @came_in if defined?(@came_in)

        @came_in = Store::TakenPackage[record.id]
      end

      # The Store::Record as which it came back after it was destroyed, as far as that is proved and may be seen.
      def came_back
        return unless stub

        ours = { office: JustSeal.office.name, former_number: record.number, verdict: "intact" }
        @came_back ||= seen(Store::TakenPackage.where(ours).select(:record_id)).first
      end

      # Did it go anywhere, or come from there?
      def travelled? = !(handed_over || came_in || came_back).nil?

      # Store::Disposal or Store::Transfer that has it; nil for none.
      def list
        return @list if defined?(@list)

        @list = OpenLists.among([record.id])[record.id]
      end

      # [Store::Hold, ...] that hold it.
      def holds = @holds ||= Holds.over(record)

      # The Store::Record that took its place, nil for none; and those whose place it took: as far as they may be seen.
      def successor
        return @successor if defined?(@successor)

        @successor = seen(Store::RecordSuccession.live.where(record_id: record.id).select(:successor_id)).first
      end

      def predecessors
        @predecessors ||= seen(Store::RecordSuccession.live.where(successor_id: record.id).select(:record_id)).all
      end

      def parties(docket) = all_parties.fetch(docket.id, [])
      def docket_rows = dockets.map { |docket| DocketList::Row.new(docket: docket, parties: parties(docket)) }
      def versions = @versions ||= Versions.all(record)
      def twins = @twins ||= DuplicateContent.of(record, versions, @sight)
      def history = @history ||= RecordHistory.of(record, dockets, circulations.map { |row| row.circulation.number })
      def coming_back = defined?(@coming_back) ? @coming_back : (@coming_back = record.coming_back)
      def changeable? = @sight.change?(record.case_file)

      # Between what a party signed and what the record says by now, not decided yet.
      def conflicts
        @conflicts ||= Store::ParticularConflict.undecided.where(record_id: record.id).order(:id).all
      end

      # Particulars as the class defined them when the record was made.
      def items = @items ||= record.record_class.definition(record.class_version).fetch("particulars", [])

      private

      def seen(ids) = @sight.records.where(Sequel[:records][:id] => ids).order(Sequel[:records][:id])

      def all_parties
        @all_parties ||= Store::Party.where(docket_id: dockets.map(&:id)).in_order.all.group_by(&:docket_id)
      end
    end
  end
end
