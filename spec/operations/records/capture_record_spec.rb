# frozen_string_literal: true

RSpec.describe JustSeal::Operations::CaptureRecord do
  it "keeps the bytes as version 1, with number and particulars" do
    bytes = pdf("Licence")
    record = capture(bytes: bytes, particulars: { "vessel" => "MV Knot", "yearly_dues" => "18,400.00" })
    expect(record.number).to match(/\AMB-\d{4}-\d{4}\z/)
    expect(record.particulars.to_h).to eq("vessel" => "MV Knot", "yearly_dues" => "18400")
    expect(record.versions.first).to have_attributes(number: 1, kind: "captured", page_count: 1, locked: false)
    expect(office.blobs.get(record.versions.first.sha256)).to eq(bytes)
  end

  it "tells all that is wrong at once, and keeps nothing" do
    before = JustSeal::Store::Record.count
    expect do
      capture(
        bytes: "no pdf",
        title: " ",
        particulars: { "yearly_dues" => "much" },
        case_file: JustSeal::Store::CaseFile.first(code: "BL-0")
      )
    end
      .to raise_error(JustSeal::Errors::Invalid) { |e|
            expect(e.problems.keys).to contain_exactly(
              "file",
              "title",
              "case_file",
              "particulars.vessel",
              "particulars.yearly_dues"
            )
          }
    expect(JustSeal::Store::Record.count).to eq(before)
  end

  it "is for administrators and senders" do
    %i[edda rosalind].each { |name| expect { capture(staff(name)) }.to raise_error(JustSeal::Errors::Forbidden) }
  end

  it "gives no number twice when many capture at once" do
    bytes = pdf
    numbers = Array.new(6) { Thread.new { capture(bytes: bytes).number } }.map(&:value)
    expect(numbers.uniq.size).to eq(6)
  end
end
