# frozen_string_literal: true

require_relative "boot"

begin
  if ARGV.empty?
    exit JustSeal::Launch::TestParts.new(["bundle", "exec", "ruby", __FILE__]).run
  else
    exit JustSeal::Launch::Test.new(ARGV).run
  end
rescue JustSeal::Error => e
  abort e.message
end
