# frozen_string_literal: true

RSpec.describe "A record that goes round" do
  include Circulated
  include Pages

  def numbers(name) = sight(name).dockets.where(Sequel.like(:number, "%-C-%")).select_map(:number)

  before do
    unit, = unit_with(2)
    @circulation = started_circulation({ "units" => [unit] })
    act_on(@circulation.recipients.first)
  end

  it "has no docket of its own, and says how its circulations are" do
    record = @circulation.record
    overview = JustSeal::Queries::RecordOverview.new(record, sight: sight)
    expect(overview.dockets).to eq([])
    expect(overview.circulations.map(&:counts)).to eq([{ "done" => 1, "invited" => 1 }])
    expect(overview.history.lines.map { |line| line.entry["kind"] }).to include("circulation.started")
    row = records_by({ "find" => record.number }).rows.first
    expect(row.docket).to be_nil
    expect(JustSeal::Operations::BoundRecord.bound?(record)).to be(false)
    sign_in :maren
    open_page("/records/#{record.number}")
    expect(text).to include("#{@circulation.number} Out, version 1: 1 of 2 people")
  end

  it "can be sent for signature all the same, and taken for revision" do
    docket = JustSeal::Operations::DraftDocket.call(staff(:maren), record: @circulation.record)
    expect(docket.state).to eq("draft")
    expect(JustSeal::Queries::OpenDocket.of(@circulation.record)).to eq(docket.number)
  end

  it "tells nobody how others did but those who see the circulation" do
    mine = @circulation.recipients.map { |one| one.docket.number }
    expect(numbers(:tobias) & mine).to eq([])
    expect(numbers(:edda) & mine).to match_array(mine)
    JustSeal::Operations::ShareCirculation.call(
      staff(:maren),
      number: @circulation.number,
      lines: "tobias@ravensholm.example"
    )
    expect(numbers(:tobias) & mine).to match_array(mine)
    sign_in :joss
    expect(open_page("/dockets/#{mine.first}")).to eq(404)
    expect(open_page("/circulations/#{@circulation.number}")).to eq(404)
  end
end
