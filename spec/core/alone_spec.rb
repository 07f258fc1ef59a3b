# frozen_string_literal: true

require "open3"
require "rbconfig"

RSpec.describe "The core" do
  root = File.expand_path("../..", __dir__)
  script = <<~RUBY
    require "bundler/setup"
    require "zeitwerk"
    module JustSeal
      class Error < StandardError; end
      module Core; end
    end
    loader = Zeitwerk::Loader.new
    loader.push_dir(File.join(ARGV.first, "lib/just_seal/core"), namespace: JustSeal::Core)
    loader.setup
    loader.eager_load
    puts $LOADED_FEATURES
  RUBY

  it "loads alone, with neither database nor web" do
    output, status = Open3.capture2e(
      { "BUNDLE_GEMFILE" => File.join(root, "Gemfile") },
      RbConfig.ruby,
      "-e",
      script,
      root,
      chdir: root
    )
    expect(status).to be_success, output
    expect(output.lines.grep(%r{/(sequel|pg|rack|sinatra|roda|que|mail)[-/]})).to eq([])
  end

  it "asks neither the clock nor the environment nor the network" do
    sources = Dir[File.join(root, "lib/just_seal/core/**/*.rb")].to_h { |path| [path, File.read(path)] }
    forbidden = /\bTime\.now\b|\bDate\.today\b|\bENV\b|Net::HTTP|\bRandom\b|SecureRandom|\brand\b/
    expect(sources.select { |_, text| text.match?(forbidden) }.keys).to eq([])
  end
end
