# frozen_string_literal: true

require_relative "../../../bench/years/thirty"

# The years of bench/thirty_years, those in which most happens, with a few documents.
RSpec.describe "Thirty years" do
  include FreshOffices

  it "leaves nothing unproved that is renewed in time" do
    thirty = Dir.mktmpdir do |folder|
      Years::Thirty.new(self, folder, documents: 8, only: Years::Thirty::SOME).call
    end
    expect(thirty.years.map { |year| year["lost"] }).to all(eq(0))
    expect(thirty.years.map { |year| year["there"] }).to all(be > 4)
    expect(thirty.years.sum { |year| year["renewed"] }).to be > 20
    expect(thirty.found["audit"]).to eq([])
    expect(thirty.found["stubs"].keys - ["intact"]).to eq([])
    expect(thirty.found["plain"].keys).to eq(["true"])
  end
end
