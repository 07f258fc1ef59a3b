# frozen_string_literal: true

require_relative "boot"

begin
  JustSeal::Launch::Start.new(fresh: ARGV.include?("--fresh")).run
rescue JustSeal::Error => e
  abort e.message
end
