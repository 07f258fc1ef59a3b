# frozen_string_literal: true

require "zeitwerk"

# Records go to their signers and come back sealed, with evidence that stands by itself.
module JustSeal
  LOADER = Zeitwerk::Loader.for_gem.tap(&:setup)
  ROOT = File.expand_path("..", __dir__)

  # The office of this process, wired from the environment at first use.
  def self.office = @office ||= Office.new(Settings.new)
end
