# frozen_string_literal: true

require "logger"
require "que"

module JustSeal
  module Cli
    # `bin/justseal jobs`: any number of these may run on any number of machines. What works the queue dies with its
    # connection to the database; it is made anew until somebody ends this process.
    module WorkJobs
      POLL_SECONDS = 5
      # Between looks at whether it still works, and before it is made anew.
      LOOK_SECONDS = 2
      PLAN_SECONDS = 600
      PLANNED = %i[
        TakeCheckpoint
        FindDue
        NightWatch
        ReadBounces
        FollowUnits
        TellDaily
        FindNearDates
        ReadWaysIn
        CountRetention
        FollowHolds
      ].freeze

      module_function

      def call(_arguments)
        url = database_url
        Store.connect(url, wait: true)
        LOADER.eager_load_namespace(Jobs)
        $stdout.sync = true
        Que.job_middleware.push(method(:worked))
        Que.logger = Logger.new($stdout, level: Logger::WARN)
        signal = signals
        work(url, signal) until signal.wait_readable(0)
        0
      end

      # Works +job+, which begins with what the office says of itself now, and tells of it in a line of JSON. What it
      # works on stands there by its number; nothing else of it does.
      def worked(job)
        began = Process.clock_gettime(Process::CLOCK_MONOTONIC)
        JustSeal.office.refresh
        yield
        tell(job, began, "outcome" => "done")
      rescue StandardError => e
        tell(job, began, "outcome" => "failed", "error" => e.class.name)
        raise
      end

      def tell(job, began, more)
        line = {
          "at" => Time.now.utc.iso8601(3),
          "job" => job.que_attrs[:id],
          "kind" => job.class.name.split("::").last,
          "of" => job.que_attrs[:args],
          "tries" => job.que_attrs[:error_count],
          "milliseconds" => ((Process.clock_gettime(Process::CLOCK_MONOTONIC) - began) * 1000).round(1)
        }
        $stdout.write("#{JSON.generate(line.merge(more))}\n")
      end

      def database_url
        Launch::Running.variables.each { |name, value| ENV[name] ||= value } unless ENV["JUST_SEAL_DATABASE_URL"]
        raise Error, :no_office_here unless ENV["JUST_SEAL_DATABASE_URL"]

        Settings.complete.database_url
      end

      # Works jobs until a signal comes, or the database has gone. Raises Errors::Outdated once it has another form.
      def work(url, signal)
        locker = begun(url)
        planned = 0
        heads = Operations::KeepHeads.new
        sleep_until(signal) do
          planned = plan(planned) if JustSeal.office.refresh
          heads.call
          !threads(locker).each { |thread| thread.join(0) }.all?(&:alive?)
        end
      rescue Sequel::DatabaseError, PG::Error => e
        say(e)
        sleep_until(signal) { true }
      ensure
        stop
      end

      # Que has a thread that fails raise in the main thread, wherever that is then, as in the midst of stopping. Here
      # they are joined instead. A locker's thread asks for the former first of all it does.
      def begun(url)
        Que::Locker.new(connection_url: url, poll_interval: POLL_SECONDS).tap do |locker|
          Thread.pass until locker.thread.abort_on_exception
          threads(locker).each { |thread| thread.abort_on_exception = thread.report_on_exception = false }
        end
      end

      # Of one that could not connect there are workers only.
      def threads(locker) = [locker.thread, *locker.workers&.map(&:thread)].compact

      # Jobs that plan themselves anew may have run out of tries: they are planned again. Returns when they were.
      def plan(planned)
        now = Process.clock_gettime(Process::CLOCK_MONOTONIC)
        return planned if planned.positive? && now < planned + PLAN_SECONDS

        PLANNED.each { |name| Jobs.const_get(name).plan }
        now
      end

      # Returns when a signal has come, or the block says so.
      def sleep_until(signal)
        loop { break if signal.wait_readable(LOOK_SECONDS) || yield }
      end

      # One that died, now or before, gives its workers back as well as it can: they wait for jobs that do not come.
      def stop
        locker = Que.locker or return
        locker.stop! if locker.thread&.alive?
      rescue Sequel::DatabaseError, PG::Error => e
        say(e)
      ensure
        threads(locker).each(&:kill) if locker
      end

      def say(fault) = warn("#{Time.now.utc.iso8601} #{fault.message.lines.first.to_s.strip}")

      # An IO that can be read once a signal has come.
      def signals
        reader, writer = IO.pipe
        %w[INT TERM].each { |signal| trap(signal) { writer.puts(signal) } }
        reader
      end
    end
  end
end
