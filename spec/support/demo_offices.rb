# frozen_string_literal: true

require "open3"

# The demo office, started as its users start it, beside the office of the specs: with a folder, ports and a database of
# its own.
module DemoOffices
  SHIFT = 1000
  LONGEST_SECONDS = 400
  FOLDER = File.join(ENV.fetch("JUST_SEAL_VAR", Dir.tmpdir), "demo")

  class << self
    def start
      settings = ENV.keys.grep(/\AJUST_SEAL_/).to_h { |name| [name, nil] }
      shift = SHIFT + (ENV.fetch("JUST_SEAL_VAR", "")[/-(\d+)\z/, 1].to_i * 100)
      reader, writer = IO.pipe
      @reader = reader
      @child = Process.spawn(
        settings,
        "bundle",
        "exec",
        "ruby",
        "config/start.rb",
        "--fresh",
        "--folder",
        FOLDER,
        "--shift",
        shift.to_s,
        out: writer,
        err: writer,
        chdir: JustSeal::ROOT,
        pgroup: true
      )
      writer.close
      told = +""
      limit = Time.now + LONGEST_SECONDS
      told << reader.gets.to_s until told.include?("Ready after") || reader.eof? || Time.now > limit
      raise "The demo office did not start: #{told}" unless told.include?("Ready after")

      told[/runs at\s+(\S+)/, 1]
    end

    def stop
      return unless @child

      Process.kill(:TERM, @child)
      @reader.read
      Process.wait(@child)
      FileUtils.rm_rf(FOLDER)
    rescue Errno::ESRCH
      warn "The demo office had ended by itself."
    end
  end
end
