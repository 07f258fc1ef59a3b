# frozen_string_literal: true

# One part of the years, in a process of its own with the settings of that time:
#   run.rb FOLDER FIRST-YEAR YEAR,YEAR,... DOCUMENTS [OFF-FROM OFF-UNTIL]
# Prints a line of JSON for each year, and after the last part one of what was found. YEARS_ROTATE has what is closed
# closed under the new master key; YEARS_AT_END is "backup", which is put into FOLDER/backups, or "judge".
require_relative "../../config/boot"
require "json"
require_relative "world"

folder, first, years, documents, *off = ARGV
JustSeal::Store.connect(JustSeal::Settings.new.need(:database_url))
off = off.any? ? (Time.iso8601(off[0])...Time.iso8601(off[1])) : nil
world = Years::World.new(folder, first: first.to_i, documents: documents.to_i, off: off)
$stdout.sync = true
world.begin(rotate: ENV.key?("YEARS_ROTATE"))
world.run(years.split(",").map(&:to_i)) { |told| puts JSON.generate(told.to_h) }

case ENV.fetch("YEARS_AT_END", nil)
when "backup"
  JustSeal::Operations::MakeBackup.call(JustSeal::Cli.actor, folder: File.join(folder, "backups"), settings: {})
when "judge"
  proved = Years::Provability.new(world)
  puts JSON.generate(
    "audit" => proved.audit,
    "stubs" => proved.stubs.tally,
    "plain" => proved.by_plain_tools(10).tally,
    "entries" => JustSeal::Store.db[:ledger_entries].count
  )
end
