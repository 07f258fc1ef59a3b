# frozen_string_literal: true

require_relative "boot"

begin
  exit ARGV.empty? ? JustSeal::Launch::TestParts.new(["bundle", "exec", "ruby", __FILE__]).run : JustSeal::Launch::Test.new(ARGV).run
rescue JustSeal::Error => e
  abort e.message
end
