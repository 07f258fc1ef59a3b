# frozen_string_literal: true

require "ripper"

# Which layer knows which, as docs/architecture.md says.
RSpec.describe "The architecture" do
  root = File.expand_path("../lib/just_seal", __dir__)

  # layer => what its code must not name
  forbidden = {
    "core" => %w[Web Operations Queries Store Ports Jobs Messages Standins Cli Sinatra Sequel I18n],
    "store" => %w[Web Operations Ports Jobs Messages Standins Cli Sinatra I18n],
    "ports" => %w[Web Operations Queries Jobs Messages Standins Cli Sinatra Sequel],
    "queries" => %w[Web Operations Jobs Standins Cli Sinatra],
    "operations" => %w[Web Standins Cli Sinatra],
    "jobs" => %w[Web Standins Cli Sinatra],
    "messages" => %w[Web Standins Cli Sinatra],
    "web/controllers" => %w[Store Jobs Sinatra Rack],
    "web/input" => %w[Store Jobs Ports Sinatra Sequel Rack],
    "web/words" => %w[Store Operations Jobs Ports Sinatra Sequel Rack],
    "web/pages" => %w[Store.db Operations Jobs Ports Sinatra Sequel Rack],
    "web/components" => %w[Store Operations Jobs Ports Sinatra Sequel Rack]
  }

  # Constants that +source+ names first in a path, and "Store.db"; comments and texts say what they like.
  def self.names(source)
    code = Ripper.lex(source).reject { |token| token[1] == :on_comment || token[1].to_s.start_with?("on_tstring") }
    text = code.map { |token| token[2] }.join.gsub("JustSeal::", "")
    text.scan(/(?<![\w:])[A-Z]\w*/).uniq + text.scan("Store.db").uniq
  end

  forbidden.each do |layer, words|
    it "lets #{layer} know nothing of #{words.join(", ")}" do
      files = Dir[File.join(root, layer, "**", "*.rb")]
      expect(files).not_to be_empty
      wrong = files.flat_map do |path|
        (self.class.names(File.read(path)) & words).map { |word| "#{path.delete_prefix(root)}: #{word}" }
      end
      expect(wrong).to eq([])
    end
  end

  it "lets templates ask nothing but their page, words, paths and components" do
    templates = Dir[File.join(root, "web", "views", "**", "*.erb")]
    expect(templates.size).to be > 80
    wrong = templates.select { |path| File.read(path).match?(/<%[^%]*\b(JustSeal|Store|Queries|Operations|Sequel)\b/) }
    assigning = templates.select { |path| File.read(path).match?(/<%-?\s*[a-z_]+\s*=[^=~>]/) }
    expect(wrong.concat(assigning).map { |path| path.delete_prefix(root) }).to eq([])
  end

  it "lets controllers write nothing but by operations" do
    writes = /Store::.*\.(insert|delete)\b|\.(create|update|enqueue)\b/
    controllers = Dir[File.join(root, "web", "controllers", "**", "*.rb")]
    expect(controllers.size).to be > 20
    writing = controllers.select { |path| File.read(path).match?(writes) }
    expect(writing.map { |path| path.delete_prefix(root) }).to eq([])
  end

  it "lets operations share by classes with names, not by mixins" do
    mixed = Dir[File.join(root, "operations", "**", "*.rb")].grep_v(/operation\.rb\z/).select do |path|
      File.read(path).match?(/^\s*(include|extend) /)
    end
    expect(mixed.map { |path| path.delete_prefix(root) }).to eq([])
  end

  it "keeps specs in the folders of what they are about" do
    specs = File.join(JustSeal::ROOT, "spec")
    areas = "{cli,core,jobs,launch,messages,operations,ports,queries,store,web,words}"
    folders = Dir[File.join(specs, areas, "**", "*/")]
    strange = folders.map { |path| path.delete_prefix("#{specs}/") }.reject { |path| Dir.exist?(File.join(root, path)) }
    expect(strange).to eq([])
  end
end
