# frozen_string_literal: true

# Loads Just Seal with its settings, connected to its database.
ENV["BUNDLE_GEMFILE"] ||= File.expand_path("../Gemfile", __dir__)
# Where config/machine.sh installs gems, unless somebody has them elsewhere.
gems = File.expand_path("../var/gems", __dir__)
ENV["BUNDLE_PATH"] ||= gems if Dir.exist?(gems)
require "bundler"
begin
  Bundler.setup
rescue Bundler::BundlerError => e
  abort "Just Seal's gems are not installed. Run bin/start or bin/test once, or set BUNDLE_PATH to where they are. " \
        "(#{e.message[0, 80]} …)"
end
$LOAD_PATH.unshift(File.expand_path("../lib", __dir__))
# Each process begins sooner by what those before it have compiled; without the right to write there it goes without.
require "bootsnap"
Bootsnap.setup(cache_dir: File.expand_path("../var/cache", __dir__), development_mode: false, compile_cache_yaml: false)
require "uri"
require "just_seal"
require_relative "settings"
