# frozen_string_literal: true

module JustSeal
  module Queries
    # How the office is: what waits and for how long, what is about to end, what is full. For the page that says it in
    # words, and for whatever watches over machines.
    class OfficeCondition
      # So long something may wait, in seconds.
      PATIENCE_SECONDS = 600
      # What is due is renewed within a day, unless nobody does it.
      OVERDUE_SECONDS = 7 * 86_400
      # A checkpoint may be so many times as old as they are apart.
      LATE_CHECKPOINTS = 3
      CERTIFICATE_DAYS = 30
      ROOT_DAYS = 180
      MIN_FREE_SHARE = 0.1
      DAY_SECONDS = 86_400
      # Nobody reads a figure beyond it.
      MOST_DUE = 1_000
      QUEUED_JOBS = { finished_at: nil, expired_at: nil }.freeze

      # +count+ of what waits; +seconds+: how long the oldest has; 0 where nothing does.
      Waiting = Core::Value.of(:count, :seconds)
      # +name+: :seal, :witness or :root; +subject+; +ends_at+: Time.
      Ending = Core::Value.of(:name, :subject, :ends_at)
      # One thing that is looked at. +what+: key of words; +fine+; +facts+: for the words.
      Point = Core::Value.of(:what, :fine, :facts)

      def initialize(office:, now:)
        @office = office
        @now = now
      end

      # {class of jobs => Waiting}, of those that are due.
      def jobs
        @jobs ||= due_jobs.group(:job_class).select_map([:job_class, *waiting(:run_at)])
          .to_h { |name, count, since| [name.split("::").last, waits(count, since)] }
      end

      # Jobs that failed, and are tried again or were given up.
      def failed = @failed ||= Store.db[:que_jobs].where(finished_at: nil).exclude(error_count: 0).count

      # Dockets that everybody has signed, and nobody has sealed.
      def sealing
        @sealing ||= waits(*Store.db.fetch(<<~SQL).first.values_at(:count, :since))
          SELECT count(*) AS count, min(acted) AS since FROM (
            SELECT (SELECT max(acted_at) FROM parties WHERE docket_id = dockets.id) AS acted
            FROM dockets WHERE state = 'out' AND NOT EXISTS (
              SELECT 1 FROM parties WHERE docket_id = dockets.id AND act <> 'receive' AND state <> 'done')
          ) AS ready
        SQL
      end

      # Mails that have not gone out.
      def mails
        @mails ||= waits(*Store.db[:messages].where(state: "queued").get(waiting(:created_at)))
      end

      # Seconds since the newest checkpoint; nil without one.
      def checkpoint_seconds
        return @checkpoint_seconds if defined?(@checkpoint_seconds)

        newest = Store::Checkpoint.newest
        @checkpoint_seconds = newest && (@now - newest.taken_at).to_i
      end

      # [Ending, ...] of our own certificates and the accepted roots.
      def endings
        @endings ||= own_endings + @office.roots.map { |root| ending(:root, root) }
      end

      # Share of the disk beneath the folder of kept files that is free, from 0 to 1; nil where nobody says.
      def free
        return @free if defined?(@free)

        @free = Ports::Disk.free_share(@office.settings.var)
      end

      def missing_keys = Ports::SigningKeys::NAMES.keys.reject { |name| @office.keys.find(name) }

      # [Point, ...], those first about which something is to be done.
      def points
        all = [*waiting_points, checkpoint_point, *key_points, *keeping_points, disk_point]
        all.sort_by { |point| point.fine ? 1 : 0 }
      end

      # Records that have fallen due and are on no list; how many are held, by how many holds; sealed files that could
      # not be renewed.
      def keeping
        @keeping ||= {
          due: overdue.limit(MOST_DUE).select(1).from_self.count,
          held: Store.db[:held_records].where(released_at: nil).distinct.select(:record_id).from_self.count,
          unrenewed: unrenewed.count + Store.db[:content_troubles].count
        }
      end

      private

      def overdue
        today = @office.zone.to_local(@now).to_date
        Store.db[:retentions].where(Sequel[:due_on] <= today).exclude(record_id: OpenLists.open)
      end

      def keeping_points
        holds = Store::Hold.live.count
        [
          Point.new(what: :due, fine: keeping[:due].zero?, facts: { count: keeping[:due] }),
          Point.new(what: :held, fine: true, facts: { count: keeping[:held], holds: holds }),
          Point.new(what: :unrenewed, fine: keeping[:unrenewed].zero?, facts: { count: keeping[:unrenewed] })
        ]
      end

      # What could not be renewed, or waits for longer than it should.
      def unrenewed
        late = Sequel[:due_at] < @now - OVERDUE_SECONDS
        Store::SealHealth.newest.where(Sequel.|(Sequel.~(problem: nil), late))
      end

      def due_jobs = Store.db[:que_jobs].where(QUEUED_JOBS).where(Sequel[:run_at] <= @now)
      def waiting(column) = [Sequel.function(:count).*.as(:count), Sequel.function(:min, column).as(:since)]
      def waits(count, since) = Waiting.new(count: count.to_i, seconds: since ? [(@now - since).to_i, 0].max : 0)

      def own_endings
        Ports::SigningKeys::NAMES.keys.filter_map do |name|
          signer = @office.keys.find(name)
          ending(name, signer.certificate) if signer
        end
      end

      def ending(name, certificate)
        ends_at = [certificate.not_after, @office.register.key_ends(certificate.public_key)].min
        Ending.new(name: name, subject: Core::Trust::Chain.name(certificate), ends_at: ends_at)
      end

      def waiting_points
        longest = jobs.values.max_by(&:seconds) || waits(0, nil)
        count = jobs.values.sum(&:count)
        { jobs: longest.with(count: count), sealing: sealing, mails: mails }.map do |what, found|
          facts = { count: found.count, minutes: found.seconds / 60 }
          Point.new(what: what, fine: found.seconds < PATIENCE_SECONDS, facts: facts)
        end + [Point.new(what: :failed, fine: failed.zero?, facts: { count: failed })]
      end

      def checkpoint_point
        limit = @office.settings.checkpoint_minutes.to_i * 60 * LATE_CHECKPOINTS
        late = checkpoint_seconds.nil? || checkpoint_seconds > limit
        Point.new(what: :checkpoint, fine: !late, facts: { minutes: checkpoint_seconds.to_i / 60 })
      end

      def key_points
        missing = missing_keys.map { |name| Point.new(what: :key_missing, fine: false, facts: { name: name }) }
        missing + endings.map do |one|
          Point.new(what: point_of(one), fine: far?(one), facts: one.to_h.slice(:subject, :ends_at))
        end
      end

      def point_of(ending) = ending.name == :root ? :root : :certificate

      def far?(ending)
        days = ending.name == :root ? ROOT_DAYS : CERTIFICATE_DAYS
        ending.ends_at > @now + (days * DAY_SECONDS)
      end

      def disk_point
        percent = free && (free * 100).floor
        Point.new(
          what: free ? :disk : :disk_unknown,
          fine: free.nil? || free >= MIN_FREE_SHARE,
          facts: { percent: percent }
        )
      end
    end
  end
end
