# frozen_string_literal: true

require "securerandom"

RSpec.describe "Finding records" do
  let(:mark) { "q#{SecureRandom.hex(4)}" }

  def found(text, filters = {}) = records_by({ "find" => text }.merge(filters)).rows

  it "hits number, title and particulars" do
    record = capture(title: "Licence #{mark}", particulars: { "vessel" => "MV Sandpiper #{mark.reverse}" })
    [record.number.downcase, mark, mark[2..], "sandpiper #{mark.reverse}"].each do |text|
      expect(
        found(text).map do |row|
          row.record.id
        end
      ).to include(record.id)
    end
    expect(found(mark).first.hit).to be_nil
    expect(found(mark.reverse).first.hit.place).to eq([:particulars, {}])
  end

  it "hits the text of the document, and says on which page, with the words around" do
    record = capture(bytes: pdf("Berth licence", "The fairway buoy #{mark} is moved to the north"))
    expect(found("fairway #{mark}")).to be_empty
    work_jobs
    row = found("fairway #{mark[0, 6]}").first
    expect(row.record.id).to eq(record.id)
    expect(row.hit.place).to eq([:page, { number: 2 }])
    expect(row.hit.snippet.delete("\u{E000}\u{E001}")).to include("fairway buoy #{mark} is moved")
    expect(row.hit.snippet).to include("\u{E000}fairway\u{E001}")
  end

  it "hits the people on its dockets" do
    docket = sent_docket(name: "Wilhelmina #{mark}")
    row = found("wilhelmina #{mark}").first
    expect(row.record.id).to eq(document(docket).record_id)
    expect(row.hit.place).to eq([:party, { name: "Wilhelmina #{mark}" }])
  end

  it "takes what looks like a pattern or a query for what it is" do
    capture(title: "Dues 100% #{mark}")
    expect(found("100% #{mark}").size).to eq(1)
    [
      "%",
      "_" * 3,
      "'; DROP TABLE records; --",
      "a & | ! :*",
      "<->",
      "(",
      "\u0000".delete("\u0000"),
      "🚢"
    ].reject(&:empty?).each do |text|
      expect do
        found("#{text} #{mark}x")
      end.not_to raise_error
    end
    expect(found("1__% #{mark}")).to be_empty
  end

  it "keeps to class and case file" do
    record = capture(title: "Narrow #{mark}")
    expect(found(mark, { "class" => "MB", "case" => "BL-1" }).map { |row| row.record.id }).to eq([record.id])
    expect(found(mark, { "case" => "BL-0" })).to be_empty
  end

  it "reads a text once, however often the job runs" do
    record = capture
    2.times { JustSeal::Operations::ReadText.call(record.versions.first.id) }
    expect(JustSeal::Store.db[:page_texts].where(version_id: record.versions.first.id).count).to eq(2)
    expect(JustSeal::Operations::ReadText.call(0)).to be_nil
  end
end
