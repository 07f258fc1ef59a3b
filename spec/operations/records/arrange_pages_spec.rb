# frozen_string_literal: true

RSpec.describe JustSeal::Operations::ArrangePages do
  let(:record) { capture(bytes: pdf("First", "Second", "Third")) }

  def arrange(*places, number: record.number, by: :maren)
    described_class.call(staff(by), number: number, places: places)
  end

  def own(page, turn = 0) = [record.number, 1, page, turn]
  def bytes_of(version) = office.blobs.get(version.sha256)
  def texts(version) = office.text.pages(bytes_of(version)).map(&:strip)

  it "puts pages in another order, turned and without some, as a new version; what was there stays" do
    made = arrange(own(3), own(1, 90))
    expect(made).to have_attributes(number: 2, kind: "revised", page_count: 2)
    expect(texts(made)).to eq(%w[Third First])
    expect(
      HexaPDF::Document.new(io: StringIO.new(bytes_of(made))).pages.map do |page|
        page[:Rotate].to_i
      end
    ).to eq([0, 90])
    expect(texts(record.versions_dataset.first(number: 1))).to eq(%w[First Second Third])
    expect(entries_of(record.number).last).to include(
      "kind" => "record.pages_arranged",
      "facts" => include("pages" => ["#{record.number}/1/3/0", "#{record.number}/1/1/90"])
    )
  end

  it "joins pages of another record, and leaves form fields behind" do
    form = pdf("With a field") do |doc|
      field = doc.acro_form(create: true).create_text_field("berth")
      field.create_widget(doc.pages[0], Rect: [90, 300, 240, 320])
    end
    other = capture(bytes: form)
    made = arrange(own(1), [other.number, 1, 1, 0])
    expect(texts(made)).to eq(["First", "With a field"])
    expect(JustSeal::Core::Pdf::Marks.call(bytes_of(made))).to eq([])
  end

  it "makes a record of its own of some pages, with the same class and particulars" do
    one = described_class.new.apart(staff(:maren), number: record.number, places: [own(2)], title: "The second")
    expect(one).to have_attributes(title: "The second", record_class_id: record.record_class_id)
    expect(one.particulars.to_h).to eq(record.particulars.to_h)
    expect(texts(one.versions.first)).to eq(["Second"])
    expect(record.versions_dataset.count).to eq(1)
    expect(entries_of(record.number).last).to include("kind" => "record.pages_taken")
  end

  it "refuses pages that are not there, none at all, and what is out or reserved by somebody else" do
    expect { arrange(own(4)) }.to raise_reason(JustSeal::Errors::Invalid, :no_such_page)
    [[], ["x"], [own(1, 45)], [[record.number, 1, "1", 0]]].each do |places|
      expect { arrange(*places) }.to raise_reason(JustSeal::Errors::Invalid, :pages_unreadable)
    end
    JustSeal::Operations::TakeForRevision.call(staff(:joss), number: record.number)
    expect { arrange(own(1)) }.to raise_reason(JustSeal::Errors::Conflict, :reserved_by)
    out = document(sent_docket).record
    expect { arrange([out.number, 1, 1, 0], number: out.number) }
      .to raise_reason(JustSeal::Errors::Conflict, :revision_of_docket)
  end
end
