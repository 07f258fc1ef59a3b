# frozen_string_literal: true

require_relative "boot"
require "optparse"

I18n.locale = JustSeal::Words::Languages.spoken(JustSeal::Words::Languages.of_terminal(ENV))

options = {}
OptionParser.new do |parser|
  parser.on("--fresh", I18n.t("launch.fresh")) { options[:fresh] = true }
  parser.on("--folder FOLDER", I18n.t("launch.folder")) { |folder| options[:folder] = File.expand_path(folder) }
  parser.on("--shift NUMBER", Integer, I18n.t("launch.shift")) { |number| options[:shift] = number }
end.parse!(ARGV)

begin
  JustSeal::Launch::Start.new(**options).run
rescue JustSeal::Error => e
  abort JustSeal::Words.problem(e)
end
