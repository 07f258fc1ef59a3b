# frozen_string_literal: true

# Loads Just Seal with its settings, connected to its database.
ENV["BUNDLE_GEMFILE"] ||= File.expand_path("../Gemfile", __dir__)
require "bundler/setup"
$LOAD_PATH.unshift(File.expand_path("../lib", __dir__))
require "uri"
require "just_seal"
require_relative "settings"
