# frozen_string_literal: true

require_relative "boot"

JustSeal::Store.connect(JustSeal::Settings.new.need(:database_url), wait: true)
JustSeal::LOADER.eager_load
JustSeal.office.warm
run JustSeal::Web::Application.build(JustSeal.office.settings)
