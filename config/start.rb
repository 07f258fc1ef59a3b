# frozen_string_literal: true

require_relative "boot"
require "optparse"

options = {}
OptionParser.new do |parser|
  parser.on("--fresh", "forget what was there and start over") { options[:fresh] = true }
  parser.on("--folder FOLDER", "where everything lies") { |folder| options[:folder] = File.expand_path(folder) }
  parser.on("--shift NUMBER", Integer, "how far from the usual ports") { |number| options[:shift] = number }
end.parse!(ARGV)

begin
  JustSeal::Launch::Start.new(**options).run
rescue JustSeal::Error => e
  abort e.message
end
