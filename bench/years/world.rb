# frozen_string_literal: true

require_relative "authorities"
require_relative "letting_go"
require_relative "people"
require_relative "provability"
require_relative "side_by_side"

module Years
  # An office from one year to another, by a clock that is set: documents come and go, authorities and algorithms end,
  # and what has to be renewed is.
  class World
    include JustSeal
    include People
    include LettingGo

    Clock = Struct.new(:now)
    QUARTERS = [1, 4, 7, 10].freeze
    # Records are kept for so many years at most, those that are let go.
    LONGEST = 29
    SHARE_A_YEAR = 0.05
    # What somebody enters about algorithms and roots, when.
    NOTICES = {
      Time.utc(2037, 4) => ["digest/SHA256/0", Time.utc(2039)],
      Time.utc(2042, 4) => ["key/RSA/3000", Time.utc(2044)]
    }.freeze
    FIRST_ROOT_ENDS = Time.utc(2042)
    FOR_GOOD = "PP"
    # Two thirds come in the first year, the others one year after the other.
    FIRST_SHARE = 2 / 3r
    LAST_TO_COME = 2050

    # A year as it was told at its end.
    Told = Struct.new(
      :year,
      :sealed,
      :there,
      :alone,
      :ledger,
      :lost,
      :due,
      :gone,
      :held,
      :renewed,
      :points,
      :calls,
      :megabytes,
      :seconds,
      keyword_init: true
    )

    attr_reader :authorities, :clock

    # +folder+: of the authorities; +first+: year; +documents+: how many there will be; +off+: range of Times in which
    # nothing is renewed, or nil.
    def initialize(folder, first:, documents:, off: nil)
      @folder = folder
      @clock = Clock.new(Time.utc(first))
      @documents = documents
      @off = off
      @authorities = Authorities.new(folder, -> { @clock.now })
      arrange
    end

    def office = JustSeal.office

    # Runs the years, and yields what each one has to tell.
    def run(years)
      years.each do |year|
        @began = Process.clock_gettime(Process::CLOCK_MONOTONIC)
        before = authorities.calls
        QUARTERS.each { |month| quarter(Time.utc(year, month)) }
        yield told(year, authorities.calls - before)
      end
    end

    # Sets up the office of the first year, or goes on with that of another; +rotate+: under a new master key.
    def begin(rotate: false)
      return found if clock.now.year == 2026

      office.refresh
      Operations::RotateMasterKey.call(Cli.actor) if rotate
    end

    private

    def found
      found_office
      classes.each { |code, years| define_class(code, years) }
      define_class(CERTIFICATES, nil)
    end

    def work = SideBySide.drain(clock.now)

    # The parts of the office that reach outside are those of the simulation.
    def arrange
      authorities = @authorities
      office.clock = @clock
      office.time_stamps = authorities.time_stamps
      office.status = authorities
      office.mail = Mails.new(@folder)
      office.define_singleton_method(:set_roots) { authorities.roots }
    end

    # {code => years}: of those that are let go after one year, two years, and so on, and of those that stay.
    def classes
      { **(1..LONGEST).to_h { |years| [code_for(years), years] }, FOR_GOOD => nil }
    end

    def code_for(years) = "K#{("A".."AZ").to_a[years]}"

    def quarter(time)
      clock.now = time
      authorities.prepare
      events
      bring(time) if time.month == 4
      hold(time) if time.month == 7
      let_go(time) if time.month == 10
      renew unless @off&.cover?(time)
      work
    end

    def events
      NOTICES.each do |at, (id, ends)|
        next unless at == clock.now

        Operations::KeepAlgorithm.call(staff(:edda), id: id, ends: ends, source: "ETSI")
      end
      lose if clock.now == Time.utc(2036, 7)
      change_root if clock.now == Authorities::ROOT_CHANGES
      new_keys if keys_old?
    end

    # The office takes new keys every third year, under the new root, and once an end of theirs is known.
    def keys_old?
      return true if clock.now.month == 1 && ((clock.now.year % 3).zero? || clock.now == Authorities::ROOT_CHANGES)

      ends = office.keys.find(:seal)&.then { |signer| office.register.key_ends(signer.certificate.public_key) }
      !ends.nil? && ends < Core::Trust::Register::ALWAYS
    end

    # In the next quarter it is known what had happened.
    def lose
      id = Core::Trust::Register.root_id(authorities.lost_certificate)
      limit(id, Authorities::LOST_ON, "Osprey Ness")
    end

    def change_root = limit(Core::Trust::Register.root_id(authorities.first_root), FIRST_ROOT_ENDS, "Trusted list")

    def limit(id, ends, source)
      Operations::KeepAlgorithm.new.root(staff(:edda), id: id, from: nil, ends: ends, source: source)
    end

    # So many documents come in a year that SHARE_A_YEAR of those that are there go in each that follows.
    def bring(time)
      titles = Array.new(coming(time.year)) { |index| "Berth licence #{time.year}/#{index + 1}" }
      return if titles.empty?

      SideBySide.map(titles) do |some|
        random = Random.new(some.first.sum)
        some.each { |title| signed_docket(title, class_of(random)) }
        work
        nil
      end
      work
    end

    def coming(year)
      first = (@documents * FIRST_SHARE).round
      return first if year == 2026
      return 0 if year > LAST_TO_COME

      before, now = [year - 1, year].map { |one| (@documents - first) * (one - 2026) / (LAST_TO_COME - 2026) }
      now - before
    end

    # By chance, so that as many go each year as ought to.
    def class_of(random)
      years = (Math.log(1 - random.rand) / Math.log(1 - SHARE_A_YEAR)).floor + 1
      years > LONGEST ? FOR_GOOD : code_for(years)
    end

    # What a daily job and the one that takes checkpoints do.
    def renew
      Operations::KeepAlgorithm.new.keep_roots
      Operations::TakeCheckpoint.call
      Operations::KeepStatuses.call
      Operations::BeginRenewal.call(Core::Actor::SYSTEM, by: clock.now)
      lanes
      Operations::DigestContents.call
      2.times { Operations::TakeCheckpoint.call } # as the next one comes minutes later
    end

    def lanes
      jobs = Store.db[:que_jobs].where(job_class: "JustSeal::Jobs::RenewSeals").select_map(:id)
      SideBySide.map(jobs) { work && nil }
      work
    end

    def told(year, calls)
      checked = Provability.new(self).of_all
      Told.new(
        year: year,
        sealed: Store::Version.where(kind: "sealed", created_at: Time.utc(year)..Time.utc(year + 1)).count,
        there: checked.size,
        **{ alone: :alone, ledger: :ledger, lost: :lost }.transform_values { |how| checked.count(how) },
        due: Store::SealHealth.newest.where(Sequel.|(Sequel[:due_at] <= clock.now, Sequel.~(problem: nil))).count,
        gone: Store::Stub.count,
        held: held.select(:record_id).distinct.count,
        renewed: Store::Version.where(kind: "renewed", created_at: Time.utc(year)..Time.utc(year + 1)).count,
        points: Store::Checkpoint.where(taken_at: Time.utc(year)..Time.utc(year + 1)).count,
        calls: calls,
        megabytes: kept_megabytes,
        seconds: Process.clock_gettime(Process::CLOCK_MONOTONIC) - @began
      )
    end

    def kept_megabytes
      kept = Dir[File.join(office.settings.var, "blobs", "??", "??", "*")].sum { |path| File.size(path) }
      (kept + Store.db.get(Sequel.function(:pg_database_size, Sequel.function(:current_database)))) / 1_048_576.0
    end
  end
end
