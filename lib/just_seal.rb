# frozen_string_literal: true

require "zeitwerk"
# What is used all over; whatever else a file uses, it requires itself, since each process loads only what it comes to.
%w[json date time openssl digest securerandom stringio bigdecimal zlib fileutils].each { |name| require name }

# Records go to their signers and come back sealed, with evidence that stands by itself.
module JustSeal
  # Folders that sort what they hold, and name nothing.
  SORTED = %w[operations/* web/controllers web/input web/words].freeze
  LOADER = Zeitwerk::Loader.for_gem.tap do |loader|
    loader.collapse(SORTED.map { |folder| File.join(__dir__, "just_seal", folder) })
    loader.setup
  end
  ROOT = File.expand_path("..", __dir__)

  OFFICE_GUARD = Mutex.new
  private_constant :OFFICE_GUARD

  # The office of this process, wired from the environment at first use.
  def self.office = @office || OFFICE_GUARD.synchronize { @office ||= Office.new(Settings.new) }

  Words.load
end
