# frozen_string_literal: true

require_relative "boot"

JustSeal::Launch::Start.new(fresh: ARGV.include?("--fresh")).run
