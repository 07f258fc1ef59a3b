# frozen_string_literal: true

module JustSeal
  module Queries
    # What waits for one member of staff.
    class Desk
      MOST = 20
      MOST_COUNTED = 1000
      ENDED_SECONDS = 14 * 86_400

      def initialize(account, now:)
        @account = account
        @now = now
      end

      # Dockets on which this person has to act now, the most urgent first; and how many they are.
      def to_act = rows(waiting.order(:deadline))
      def to_act_count = counted(waiting)

      # Own dockets that are out, the most urgent first: those that will lapse soon, and the others.
      def late = rows(running.where(Sequel[:deadline] <= late_before))
      def out = rows(running.where(Sequel[:deadline] > late_before))

      # How many they are; nobody reads a figure beyond MOST_COUNTED.
      def out_count = counted(running)

      # Waivers that this person may decide on.
      def waivers
        if Core::Rights.may?(
          @account.role,
          :allow_waiver
        )
          Store::Waiver.undecided.exclude(asked_by: @account.id).order(:asked_at).limit(MOST).eager(
            :asker,
            party: :docket
          ).all
        else
          []
        end
      end

      # Values that a party signed and that the record says otherwise by now.
      def conflicts
        return [] unless Core::Rights.may?(@account.role, :correct)

        Store::ParticularConflict.undecided.where(
          record_id: Sight.new(@account).records.select(Sequel[:records][:id])
        ).order(:id).limit(MOST).eager(:record).all
      end

      # [[standing question, how much of it is new], ...]
      def watches
        return [] unless Core::Rights.may?(@account.role, :watch)

        fresh = Store::WatchFind.fresh.where(
          watch_id: Store::Watch.live.select(:id)
        ).group_and_count(:watch_id).as_hash(
          :watch_id, :count
        )
        Store::Watch.where(id: fresh.keys).order(:id).map { |watch| [watch, fresh.fetch(watch.id)] }
      end

      # Open inquiries that this person works on.
      def inquiries = Store::Inquiry.unfinished.where(worker_id: @account.id).order(:due_on).limit(MOST).all

      # Files that were dropped and not kept yet.
      def intakes
        Store::Intake.live.where(account_id: @account.id, record_id: nil).eager(
          :record_class,
          :template
        ).order(Sequel.desc(:created_at)).limit(MOST).all
      end

      def drafts = rows(Store::Docket.where(owner_id: @account.id, state: "draft").order(Sequel.desc(:created_at)))

      # Own dockets that ended lately.
      def ended
        rows(
          Store::Docket.where(owner_id: @account.id).where(
            Sequel[:ended_at] > @now - ENDED_SECONDS
          ).order(Sequel.desc(:ended_at))
        )
      end

      private

      def waiting
        asked = Store::Party.where(state: Core::Dockets::States::MAY_ACT)
        offered = asked.where(kind: "group", id: Store::PartyMember.where(account_id: @account.id).select(:party_id))
        mine = asked.where(account_id: @account.id).select(:docket_id).union(offered.select(:docket_id))
        Store::Docket.where(id: mine, state: "out")
      end

      def counted(dataset) = dataset.unordered.limit(MOST_COUNTED).select(1).from_self.count
      def running = Store::Docket.where(owner_id: @account.id, state: "out").order(:deadline)
      def late_before = @now + Core::Dockets::Reminders::LATE_SECONDS

      def rows(dataset)
        dockets = dataset.limit(MOST).all
        parties = Store::Party.where(docket_id: dockets.map(&:id)).order(:letter).all.group_by(&:docket_id)
        dockets.map { |docket| DocketList::Row.new(docket: docket, parties: parties.fetch(docket.id, [])) }
      end
    end
  end
end
