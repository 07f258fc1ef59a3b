# frozen_string_literal: true

require_relative "boot"

begin
  if ARGV.empty? || ARGV == ["--quick"]
    exit JustSeal::Launch::TestParts.new(["bundle", "exec", "ruby", __FILE__], quick: ARGV.any?).run
  else
    exit JustSeal::Launch::Test.new(ARGV).run
  end
rescue JustSeal::Error => e
  abort e.message
end
