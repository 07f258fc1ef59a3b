# frozen_string_literal: true

module JustSeal
  module Ports
    # Looks at strangers' bytes in a process of its own, with limits on memory and time: whatever they hold, this
    # process goes on. What the block returns has to be plain values (Marshal).
    module Confined
      # Of work; and how many times as long is waited where others work too.
      SECONDS = 10
      PATIENCE = 3
      MEGABYTES = 300
      MEGABYTE = 1024 * 1024
      # What comes back is an answer, never a file as large as what may go in.
      MOST_BACK = 128 * MEGABYTE
      DESCRIPTORS = "/proc/self/fd"
      # What a process that was confined says of its end: the value, an error of ours, or that there was too much.
      VALUE = :value
      ERROR = :error
      FAULT = :fault

      module_function

      # Raises Errors::Invalid, keyed +field+, :too_deep, where the limits were not enough; errors of ours as the block
      # raises them.
      def call(field: "file", seconds: SECONDS, megabytes: MEGABYTES, &work)
        reader, writer = IO.pipe(binmode: true)
        pid = fork { confine(reader, writer, seconds, megabytes, &work) }
        writer.close
        kind, value = answer(reader, seconds * PATIENCE)
        return value if kind == VALUE
        raise value if kind == ERROR
        raise value.first, value.last if kind == FAULT

        raise Errors::Invalid, { field => :too_deep }
      ensure
        reader&.close
        finish(pid)
      end

      # Runs in the new process, and ends it: without what a process does when it ends, since that is not its own.
      def confine(reader, writer, seconds, megabytes)
        reader.close
        let_go(writer)
        limit(seconds, megabytes)
        writer.write(Marshal.dump(told { yield }))
        writer.close
      ensure
        exit!
      end

      # Pipes to programs that other threads have begun: while somebody else holds them too, no program sees their end.
      # Their numbers stay taken: what a closed one's was given to next would be closed with the object that had it.
      def let_go(writer)
        File.open(File::NULL, "r+") do |nothing|
          pipes = Dir.children(DESCRIPTORS).map(&:to_i).select { |number| number > 2 && pipe?(number) }
          (pipes - [writer.fileno]).each { |number| IO.for_fd(number, autoclose: false).reopen(nothing) }
        end
      end

      def pipe?(number)
        File.readlink("#{DESCRIPTORS}/#{number}").start_with?("pipe:")
      rescue SystemCallError
        false # it was that of the list itself
      end

      def limit(seconds, megabytes)
        space = File.read("/proc/self/statm").to_i * 4096
        Process.setrlimit(Process::RLIMIT_AS, space + (megabytes * MEGABYTE))
        Process.setrlimit(Process::RLIMIT_CPU, seconds, seconds + 1)
        Process.setrlimit(Process::RLIMIT_CORE, 0)
      end

      def told
        [VALUE, yield]
      rescue Error, Core::Refused => e
        [ERROR, e]
      rescue NoMemoryError, SystemStackError
        [nil, nil]
      rescue StandardError => e
        [FAULT, [RuntimeError, "#{Core::Problem.cause(e)} at #{e.backtrace.to_a.first}"]]
      end

      # What came back; [nil, nil] where nothing whole did in time.
      def answer(reader, seconds)
        ends = clock + seconds
        text = "".b
        while (left = ends - clock).positive? && reader.wait_readable(left)
          part = reader.read_nonblock(MEGABYTE, exception: false)
          return whole(text) if part.nil?

          text << part if part.is_a?(String)
          break if text.bytesize > MOST_BACK
        end
        [nil, nil]
      end

      def whole(text) = text.empty? ? [nil, nil] : Marshal.load(text) # rubocop:disable Security/MarshalLoad
      def clock = Process.clock_gettime(Process::CLOCK_MONOTONIC)

      def finish(pid)
        return unless pid

        Process.kill(:KILL, pid)
        Process.wait(pid)
      rescue SystemCallError
        nil
      end
    end
  end
end
