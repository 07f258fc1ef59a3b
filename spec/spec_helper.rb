# frozen_string_literal: true

require_relative "../config/boot"

JustSeal::Launch::Coverage.start if ENV[JustSeal::Launch::Coverage::VARIABLE]

require "tmpdir"

ENV["TZ"] = "UTC"
Dir[File.join(__dir__, "support", "*.rb")].each { |file| require file }

# What looks at everything that there is comes before others have added to it; all else in an order of chance.
class EarlyFirst < RSpec::Core::Ordering::Random
  def order(items) = super.partition { |one| one.metadata[:early] }.flatten(1)
end

RSpec.configure do |config|
  config.disable_monkey_patching!
  config.expect_with(:rspec) { |expectations| expectations.max_formatted_output_length = 400 }
  config.example_status_persistence_file_path = File.join(ENV.fetch("JUST_SEAL_VAR", Dir.tmpdir), "examples.txt")

  with_database = %r{/spec/(store|operations|queries|security|web|system)/}
  config.define_derived_metadata(file_path: with_database) { |data| data[:database] = true }
  config.define_derived_metadata(file_path: %r{/spec/system/}) { |data| data[:system] = true }

  # Not by register_ordering, which heeds nobody once the command line has asked for an order or a seed.
  EarlyFirst.new(config).then do |order|
    %i[global random].each { |name| config.ordering_registry.register(name, order) }
  end

  config.include InterfaceWords
  config.include Reasons
  config.include Specimens
  config.include WordFiles
  config.include Authorities
  config.include TestOffice, :database
  config.include Browsers, :system

  config.before(:each, :database) { open_office }
  config.after(:each, :database) { close_office }
  config.after(:each, :system) do |example|
    say_what_was_shown if example.exception
    leave_browsers
  end
end
