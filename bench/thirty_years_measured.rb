# frozen_string_literal: true

require_relative "../spec/spec_helper"
require_relative "years/thirty"
require_relative "years/table"

# Prints a line for each year as it ends, and at the end what it cost; fails where something is lost that should not be.
RSpec.describe "Thirty years, measured" do
  include FreshOffices

  it "keeps everything proved" do
    documents = Integer(ENV.fetch("DOCUMENTS", 1_000))
    off = ENV["OFF"]&.split("/")
    table = Years::Table.new(documents)
    puts table.head
    thirty = Dir.mktmpdir do |folder|
      Years::Thirty.new(self, folder, documents: documents, off: off).call { |year| puts table.row(year) }
    end
    puts table.foot(thirty.years), thirty.found
    expect(thirty.years.sum { |year| year["lost"] }).to eq(0) unless off
  end
end
