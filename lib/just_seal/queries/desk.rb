# frozen_string_literal: true

module JustSeal
  module Queries
    # What waits for one member of staff, in a fixed number of queries.
    class Desk
      MAX = 20
      MAX_COUNTED = 1000
      MAX_TO_BE_SENT = 6
      MAX_GATHERED = 5
      ENDED_SECONDS = 14 * 86_400

      # An intake: +template_title+: nil where files were dropped; +states+: of the files that are left.
      Dropped = Core::Value.of(:id, :created_at, :class_title, :template_title, :states)

      # +sight+: of the same person, who is one of the staff. Raises Errors::Forbidden for anybody from outside, whose
      # limits are none of case files.
      def initialize(account, now:, sight: VisibleScope.new(account))
        raise Errors::Forbidden, :role_forbids if account.outside?

        @account = account
        @now = now
        @sight = sight
      end

      # Dockets on which this person has to act now, the most urgent first; and how many they are.
      def to_act = dockets.fetch("to_act", [])
      def to_act_count = counts.fetch(:to_act)

      # Own dockets that are out, the most urgent first: those that will lapse soon, and the others.
      def late = dockets.fetch("late", [])
      def out = dockets.fetch("out", [])

      # How many they are; nobody reads a figure beyond MAX_COUNTED.
      def out_count = counts.fetch(:out)

      def drafts = dockets.fetch("drafts", [])

      # Favourite docket templates that can be used: [{code:, title:}, ...]
      def templates = may?(:prepare) ? @templates ||= DocketTemplates.favoured(@account) : []

      # Own dockets that ended lately.
      def ended = dockets.fetch("ended", [])

      # What this person did lately as one of many, each with the number of the :version.
      def gathered = dockets.fetch("gathered", []).first(MAX_GATHERED).map(&:docket)

      # Records that wait to be sent, the newest first; and how many they are.
      def to_be_sent = @to_be_sent ||= Statements::TO_BE_SENT.call(hidden: hidden)
      def to_be_sent_count = counts.fetch(:to_be_sent)

      # What hangs, for who sees to it: as Troubles#counts.
      def troubles
        return {} unless may?(:keep_staff)

        overseen.slice(*Troubles::NAMES)
      end

      # What waits for who answers for keeping records: as Keeping#counts.
      def keeping
        return {} unless may?(:dispose)

        may?(:keep_staff) ? overseen.slice(*Keeping::NAMES) : @keeping ||= keeping_alone.counts
      end

      # Waivers that this person may decide on.
      def waivers
        return [] unless may?(:allow_waiver)

        @waivers ||= Statements::WAIVERS.call(account: @account.id)
      end

      # Values that a party signed and that the record says otherwise by now.
      def conflicts
        return [] unless may?(:correct)

        @conflicts ||= Statements::CONFLICTS.call(hidden: hidden)
      end

      # [[standing question, how much of it is new], ...]
      def watches
        return [] unless may?(:watch)

        @watches ||= Statements::WATCHES.call.map { |watch| [watch, watch[:fresh_count]] }
      end

      # Runs of this person's standing instructions for which somebody is wanted.
      def runs
        return [] unless may?(:instruct) && counts.fetch(:asking).positive?

        @runs ||= Statements::RUNS.call(account: @account.id)
      end

      # [[id, name], ...] of connected repositories, for whoever captures.
      def repositories
        return [] unless may?(:capture) && counts.fetch(:repositories).positive?

        @repositories ||= Repositories.offered
      end

      # Open inquiries that this person works on.
      def inquiries = @inquiries ||= Statements::INQUIRIES.call(account: @account.id)

      # Files that were dropped and not kept yet: [Dropped, ...]
      def intakes
        @intakes ||= Statements::INTAKES.call(account: @account.id).map { |row| Dropped.new(**row) }
      end

      private

      # Both at once, for whoever sees to both.
      def overseen
        @overseen ||= begin
          asked = Troubles.new(at: @now).asked.merge(keeping_alone.asked)
          Statements::OVERSEEN.call(asked).select { |_, count| count.positive? }
        end
      end

      def keeping_alone = @keeping_alone ||= Keeping.new(@account, today: JustSeal.office.zone.to_local(@now).to_date)
      def may?(act) = Core::Rights.may?(@account.role, act)
      def hidden = Sequel.pg_array(@sight.hidden, :bigint)

      # {part of the Desk => [DocketList::Row, ...]}: all dockets by one query, all parties by another.
      def dockets
        @dockets ||= begin
          found = Statements::DOCKETS.call(
            account: @account.id,
            late_before: @now + Core::Dockets::Reminders::LATE_SECONDS,
            ended_after: @now - ENDED_SECONDS
          )
          with_parties(found).group_by { |row| row.docket[:part] }
        end
      end

      def with_parties(dockets)
        ids = Sequel.pg_array(dockets.map(&:id).uniq, :bigint)
        parties = Statements::PARTIES.call(dockets: ids).group_by(&:docket_id)
        dockets.map { |docket| DocketList::Row.new(docket: docket, parties: parties.fetch(docket.id, [])) }
      end

      # {what is counted => figure}: all by one query.
      def counts = @counts ||= Statements::COUNTS.call(account: @account.id, hidden: hidden)
    end
  end
end
