# frozen_string_literal: true

require "fileutils"
require "json"
require "open3"

module Years
  # Thirty years in the processes of their times: each with the settings of then, and once with a backup that is put
  # back on another machine. In a fresh office of the specs.
  class Thirty
    RUN = File.join(__dir__, "run.rb")
    LAST = 2056
    # First year => what is set from then on.
    TIMES = {
      2026 => {},
      2034 => { "JUST_SEAL_MASTER_KEY" => "cd" * 32, "JUST_SEAL_FORMER_MASTER_KEY" => "ab" * 32 },
      2045 => {}
    }.freeze
    MASTER_KEY_CHANGES = 2034
    MOVED = 2045

    # The years in which something happens that nothing may be left out of, for those who have little time.
    SOME = [2026, 2030, 2033, 2035, 2036, 2037, 2038, 2041, 2042, 2046, 2049].freeze

    attr_reader :years, :found

    # +specs+: what FreshOffices offers; +folder+: of the authorities; +only+: years, the others are passed over.
    def initialize(specs, folder, documents:, off: nil, only: (2026..LAST).to_a)
      @specs = specs
      @folder = folder
      @documents = documents
      @off = off
      @only = only
      @years = []
    end

    # Yields each year as it is told.
    def call(&block)
      @block = block
      @specs.fresh_office(@specs.free_port) do |env|
        command(env, "migrate")
        before = TIMES.keys.select { |year| year < MOVED }.inject(env) { |known, year| part(known, year) }
        move(before) { |after| part(after, MOVED) }
      end
      self
    end

    private

    # Runs the years from +first+ on, up to the next time. Returns the settings.
    def part(env, first)
      env = { **env, **TIMES.fetch(first) }
      env = { **env, "YEARS_ROTATE" => (first == MASTER_KEY_CHANGES ? "yes" : nil) }
      following = TIMES.keys[TIMES.keys.index(first) + 1]
      last = following ? following - 1 : LAST
      at_end = { MOVED => "backup", nil => "judge" }[following]
      years = @only.grep(first..last).join(",")
      run({ **env, "YEARS_AT_END" => at_end }, [RUN, @folder, first.to_s, years, @documents.to_s, *@off])
      env
    end

    def run(env, words)
      Open3.popen2(env, "bundle", "exec", "ruby", *words) do |input, output, thread|
        input.close
        output.each_line { |line| take(JSON.parse(line)) }
        raise "the years from #{words[2]} on ended with #{thread.value.exitstatus}" unless thread.value.success?
      end
    end

    def take(told)
      return @found = told unless told.key?("year")

      @years << told
      @block&.call(told)
    end

    # A backup of the one office, put back as the other.
    def move(env)
      Dir.mktmpdir do |backups|
        FileUtils.mv(Dir[File.join(@folder, "backups", "*")], backups)
        made = Dir[File.join(backups, "*")].find { |path| File.exist?(File.join(path, "database.dump")) }
        @specs.fresh_office(@specs.free_port) do |fresh|
          after = { **fresh, **env.slice("JUST_SEAL_MASTER_KEY") }
          command(after, "restore", made)
          yield after
        end
      end
    end

    def command(env, *words)
      said, code = @specs.just_seal(env, *words)
      raise "#{words.first}: #{said}" unless code.zero?
    end
  end
end
