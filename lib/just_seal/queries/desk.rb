# frozen_string_literal: true

module JustSeal
  module Queries
    # What waits for one member of staff, in a fixed number of queries.
    class Desk
      MAX = 20
      MAX_COUNTED = 1000
      MAX_TO_BE_SENT = 6
      ENDED_SECONDS = 14 * 86_400

      # +sight+: of the same person.
      def initialize(account, now:, sight: VisibleScope.new(account))
        @account = account
        @now = now
        @sight = sight
      end

      # Dockets on which this person has to act now, the most urgent first; and how many they are.
      def to_act = dockets.fetch("to_act")
      def to_act_count = counts[:to_act]

      # Own dockets that are out, the most urgent first: those that will lapse soon, and the others.
      def late = dockets.fetch("late")
      def out = dockets.fetch("out")

      # How many they are; nobody reads a figure beyond MAX_COUNTED.
      def out_count = counts[:out]

      def drafts = dockets.fetch("drafts")

      # Own dockets that ended lately.
      def ended = dockets.fetch("ended")

      # Records that wait to be sent, the newest first; and how many they are.
      def to_be_sent = @to_be_sent ||= RecordList.to_be_sent(@sight).ordered.limit(MAX_TO_BE_SENT).all
      def to_be_sent_count = counts[:to_be_sent]

      # Waivers that this person may decide on.
      def waivers
        return [] unless may?(:allow_waiver)

        @waivers ||= Store::Waiver.undecided
          .exclude(asked_by: @account.id)
          .order(:asked_at)
          .limit(MAX)
          .eager(:asker, party: :docket)
          .all
      end

      # Values that a party signed and that the record says otherwise by now.
      def conflicts
        return [] unless may?(:correct)

        @conflicts ||= Store::ParticularConflict.undecided
          .where(record_id: @sight.records.select(Sequel[:records][:id]))
          .order(:id)
          .limit(MAX)
          .eager(:record)
          .all
      end

      # [[standing question, how much of it is new], ...]
      def watches
        return [] unless may?(:watch)

        @watches ||= begin
          fresh = Store::StandingQuestionFind.fresh.group_and_count(:watch_id).from_self(alias: :fresh)
          Store::StandingQuestion.live
            .join(fresh, { watch_id: Sequel[:watches][:id] }, table_alias: :fresh)
            .order(Sequel[:watches][:id])
            .select_all(:watches)
            .select_append(Sequel[:fresh][:count].as(:fresh_count))
            .map { |watch| [watch, watch[:fresh_count]] }
        end
      end

      # Open inquiries that this person works on.
      def inquiries
        @inquiries ||= Store::Inquiry.unfinished.where(worker_id: @account.id).order(:due_on).limit(MAX).all
      end

      # Files that were dropped and not kept yet: [[Store::Intake, [state of each unfinished file, ...]], ...]
      def intakes
        @intakes ||= begin
          rows = Store::Intake.live
            .where(account_id: @account.id, record_id: nil)
            .order(Sequel.desc(:created_at))
            .limit(MAX)
            .eager(:record_class, :template)
            .all
          states = rows.empty? ? {} : file_states(rows.map(&:id))
          rows.map { |row| [row, states.fetch(row.id, [])] }
        end
      end

      private

      def may?(act) = Core::Rights.may?(@account.role, act)

      def file_states(ids)
        Store::IntakeFile.unfinished.where(intake_id: ids).order(:id).select_hash_groups(:intake_id, :state)
      end

      # {part of the desk => [DocketList::Row, ...]}: all dockets by one query, all parties by another.
      def dockets
        @dockets ||= begin
          found = parts.map { |name, rows| part(name, rows) }.inject do |all, one|
            all.union(one, all: true, from_self: false)
          end
          rows = with_parties(Store::Docket.with_sql(found.sql).all)
          parts.transform_values { [] }.merge(rows.group_by { |row| row.docket[:part] })
        end
      end

      def with_parties(dockets)
        parties = Store::Party.where(docket_id: dockets.map(&:id).uniq).order(:letter).all.group_by(&:docket_id)
        dockets.map { |docket| DocketList::Row.new(docket: docket, parties: parties.fetch(docket.id, [])) }
      end

      def parts
        @parts ||= {
          "to_act" => waiting.order(:deadline),
          "late" => running.where(Sequel[:deadline] <= late_before),
          "out" => running.where(Sequel[:deadline] > late_before),
          "drafts" => own.where(state: "draft").order(Sequel.desc(:created_at)),
          "ended" => own.where(Sequel[:ended_at] > @now - ENDED_SECONDS).order(Sequel.desc(:ended_at))
        }
      end

      def part(name, dataset)
        dataset.limit(MAX).from_self(alias: :dockets)
          .select_all(:dockets)
          .select_append(Sequel.cast(name, String).as(:part))
      end

      # All figures by one query.
      def counts
        @counts ||= Store.db.get(
          {
            to_act: waiting,
            out: running.unordered,
            to_be_sent: RecordList.to_be_sent(@sight).dataset.unordered
          }.map { |name, dataset| counted(dataset).as(name) }
        ).then { |figures| %i[to_act out to_be_sent].zip(figures).to_h }
      end

      def counted(dataset) = dataset.limit(MAX_COUNTED).select(Sequel.lit("1")).from_self.select { count.function.* }

      def waiting
        asked = Store::Party.where(state: Core::Dockets::States::MAY_ACT)
        offered = asked.where(kind: "group", id: Store::PartyMember.where(account_id: @account.id).select(:party_id))
        mine = asked.where(account_id: @account.id).select(:docket_id).union(offered.select(:docket_id))
        Store::Docket.where(id: mine, state: "out")
      end

      def own = Store::Docket.where(owner_id: @account.id)
      def running = own.where(state: "out").order(:deadline)
      def late_before = @now + Core::Dockets::Reminders::LATE_SECONDS
    end
  end
end
