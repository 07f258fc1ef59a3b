# frozen_string_literal: true

require_relative "boot"

begin
  exit JustSeal::Launch::Test.new(ARGV).run
rescue JustSeal::Error => e
  abort e.message
end
