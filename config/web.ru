# frozen_string_literal: true

require_relative "boot"

JustSeal::Store.connect(JustSeal::Settings.new.need(:database_url), wait: true)
JustSeal::LOADER.eager_load
JustSeal.office.warm
JustSeal::Web::Measures.begin(ENV.fetch("JUST_SEAL_MEASURES"))
$stdout.sync = true
run JustSeal::Web::Application.build(JustSeal.office.settings, log: $stdout)
