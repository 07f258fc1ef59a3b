# frozen_string_literal: true

require_relative "boot"

exit JustSeal::Launch::Test.new(ARGV).run
