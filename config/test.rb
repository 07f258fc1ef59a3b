# frozen_string_literal: true

require_relative "boot"

begin
  if (ARGV - %w[--quick --coverage]).empty?
    parts = JustSeal::Launch::TestParts.new(
      ["bundle", "exec", "ruby", __FILE__],
      quick: ARGV.include?("--quick"),
      coverage: ARGV.include?("--coverage")
    )
    exit parts.run
  else
    exit JustSeal::Launch::Test.new(ARGV).run
  end
rescue JustSeal::Error => e
  abort JustSeal::Words.problem(e)
end
