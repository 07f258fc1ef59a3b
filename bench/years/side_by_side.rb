# frozen_string_literal: true

module Years
  # Work on two cores: processes that share the database and nothing else.
  module SideBySide
    CORES = 2

    module_function

    # Runs the block with [item, ...] in each process, and returns what they returned, in a list. What the block
    # returns is plain (Marshal).
    def map(items, cores: CORES)
      return [yield(items)] if items.size < cores * 2

      parts = items.each_slice((items.size / cores.to_f).ceil).to_a
      JustSeal::Store.db.disconnect
      running = parts.map { |part| start(part) { |some| yield some } }
      running.map { |pid, reader| finish(pid, reader) }
    end

    def start(part)
      reader, writer = IO.pipe(binmode: true)
      pid = fork do
        reader.close
        writer.write(Marshal.dump(yield(part)))
        writer.close
        JustSeal::Store.db.disconnect
        exit!(0)
      rescue Exception => e # rubocop:disable Lint/RescueException
        warn e.full_message
        exit!(1)
      end
      writer.close
      [pid, reader]
    end

    def finish(pid, reader)
      told = reader.read
      _, status = Process.wait2(pid)
      raise "a process of the simulation ended with #{status.exitstatus}" unless status.success?

      Marshal.load(told) # rubocop:disable Security/MarshalLoad
    end

    # Does the jobs that wait and are due, each in one process only.
    def drain(at)
      JustSeal::Store.db.synchronize do
        while (job = claimed(at))
          Object.const_get(job[:job_class]).run(*job[:args])
          jobs.where(id: job[:id]).delete
          unlock(job)
        end
      end
    end

    # One that nobody else does, and that nobody has done meanwhile.
    def claimed(at)
      JustSeal::Jobs::Drain.due(at).limit(CORES * 4).all.find do |job|
        next unless JustSeal::Store.db.get(Sequel.function(:pg_try_advisory_lock, job[:id]))
        next true if jobs.where(id: job[:id]).any?

        unlock(job)
        false
      end
    end

    def jobs = JustSeal::Store.db[:que_jobs]
    def unlock(job) = JustSeal::Store.db.get(Sequel.function(:pg_advisory_unlock, job[:id]))
  end
end
