# frozen_string_literal: true

RSpec.describe JustSeal::Operations::WriteDocument do
  ops = JustSeal::Operations

  html = <<~HTML
    <h1>Berth licence</h1>
    <p>For <span data-particular="vessel"></span> at <span data-particular="berth"></span>.</p>
    <ol class="clauses"><li><h2>Use</h2>
      <ol class="clauses"><li><p>One vessel.</p></li><li><p>No other.</p></li></ol></li>
      <li><h2>Dues</h2></li></ol>
    <p>Name: <span data-field="text" data-party="A" data-name="licensee" data-label="Licensee"></span></p>
    <p><span data-field="signature" data-party="A"></span> <span data-field="signature" data-party="B"></span></p>
  HTML

  def write(html, **more)
    JustSeal::Operations::WriteDocument.call(
      staff(:maren),
      html: html,
      title: "Berth licence, MV Knot",
      record_class: JustSeal::Store::RecordClass.first(code: "MB"),
      case_file: JustSeal::Store::CaseFile.first(code: "BL-1"),
      particulars: { "vessel" => "MV Knot" },
      **more
    )
  end

  def texts(version) = office.text.pages(office.blobs.get(version.sha256)).join("\n")

  it "keeps the text, and a PDF/A of it with particulars, numbers and no trace of how its fields were found" do
    record = write(html)
    text, pdf = record.versions_dataset.order(:number).all
    expect([text, pdf].map { |one| [one.kind, one.media] }).to eq([%w[written html], %w[converted pdf]])
    bytes = office.blobs.get(pdf.sha256)
    expect(texts(pdf)).to include("For MV Knot at ____").and(match(/1\.\s+Use/)).and(match(/1\.2\s+No other/))
    doc = HexaPDF::Document.new(io: StringIO.new(bytes))
    expect(doc.catalog[:Metadata].stream).to include("<pdfaid:part>2</pdfaid:part>")
    expect(doc.catalog[:OutputIntents].size).to eq(1)
    expect(doc.each.none? { |object, *| object.is_a?(HexaPDF::Dictionary) && object[:Subtype] == :Link }).to be(true)
    kept = office.blobs.get(text.sha256)
    expect(kept.force_encoding(Encoding::UTF_8)).to include("<title>Berth licence, MV Knot</title>", "data-particular")
  end

  it "has its fields where they were typed, when it is sent" do
    docket = ops::DraftDocket.call(staff(:maren), record: write(html))
    fields = docket.documents.first.fields.map { |one| [one.kind, one.party.letter, one.page, one.key] }
    expect(fields).to eq([["text", "A", 1, "licensee"], ["signature", "A", 1, ""], ["signature", "B", 1, ""]])
    name, first, second = docket.documents.first.fields
    words = office.text.words(office.blobs.get(docket.documents.first.version.sha256)).first
    label = words.find { |word| word.text == "Name:" }
    expect([name.x - label.right, name.y - label.y].map(&:to_f)).to all(be_between(-6, 8))
    expect([first.width, first.height, second.y]).to eq([first.width, first.height, first.y])
    expect(first.width.to_f).to be_within(0.1).of(150)
    expect(docket.parties.map(&:letter)).to include("A", "B")
    expect(
      JustSeal::Queries::DocketReadiness.call(
        docket,
        now: office.now
      ).map(&:reason)
    ).to include(:party_without_name)
  end

  it "is sent once more with the fields that were sent before, each once" do
    first = ops::DraftDocket.call(staff(:maren), record: write(html))
    moved = first.documents.first.fields.map do |one|
      place = { "page" => 1, "x" => 60.0, "y" => one.y.to_f, "width" => 150.0, "height" => 30.0 }
      { "document" => 1, "kind" => one.kind, "party" => one.party.letter, "settings" => one.settings.to_h, **place }
    end
    ops::PlaceFields.call(staff(:maren), number: first.number, edits: first.refresh.edits, fields: moved)
    JustSeal::Store::Docket.where(id: first.id).update(state: "withdrawn", ended_at: office.now)
    again = ops::CopyDocket.call(staff(:maren), number: first.number)
    expect(again.documents.first.fields.map { |one| [one.kind, one.x.to_f] })
      .to eq([["text", 60.0], ["signature", 60.0], ["signature", 60.0]])
    expect(again.parties.map(&:letter)).to eq(first.refresh.parties.map(&:letter))
  end

  it "is written on from the newest text only, by whoever began from it" do
    record = write(html)
    ops::WriteDocument.new.write_on(staff(:maren), number: record.number, html: "<p>Second</p>", base: 1)
    expect(record.versions_dataset.order(:number).select_map(:kind)).to eq(%w[written converted written converted])
    entry = entries_of(record.number).last
    expect([entry["kind"], entry["facts"]["after"]]).to eq(["record.written", 1])
    expect { ops::WriteDocument.new.write_on(staff(:joss), number: record.number, html: "<p>Third</p>", base: 1) }
      .to raise_reason(JustSeal::Errors::Conflict, :changed_meanwhile)
    sent_docket(record: record)
    expect { ops::WriteDocument.new.write_on(staff(:maren), number: record.number, html: "<p>Fourth</p>", base: 3) }
      .to raise_reason(JustSeal::Errors::Conflict, :revision_of_docket)
  end

  it "lets one of two that write at once go first, and tells the other" do
    record = write("<p>First</p>")
    results = %i[maren joss].map do |name|
      Thread.new do
        ops::WriteDocument.new.write_on(staff(name), number: record.number, html: "<p>#{name}</p>", base: 1)
        :kept
      rescue JustSeal::Errors::Conflict => e
        e.reason
      end
    end
    expect(results.map(&:value)).to contain_exactly(:kept, :changed_meanwhile)
  end

  it "has the office's clauses as they are kept, and tells where they stand" do
    name = "payment_#{SecureRandom.hex(3)}"
    ops::SaveClause.call(staff(:maren), name: name, title: "Payment", body: "<p>Dues are paid in advance.</p>")
    record = write("<p>Licence</p><section data-clause=\"#{name}/1\"><p>Dues are waived.</p></section>")
    expect(texts(record.versions_dataset.working.first).scan(/paid in advance|waived/)).to eq(["paid in advance"])
    clause = ops::SaveClause.call(staff(:maren), name: name, title: "Payment", body: "<p>Now.</p>", version: 1)
    uses = JustSeal::Queries::OfficeClauses.uses(clause, JustSeal::Queries::VisibleScope.new(staff(:maren)))
    expect(uses.map { |one, version| [one.number, version] }).to eq([[record.number, 1]])
    expect(entries_of("clauses").last["facts"]).to include("name" => name, "version" => 2)
    expect { ops::SaveClause.call(staff(:maren), name: name, title: "P", body: "<p>x</p>", version: 1) }
      .to raise_reason(JustSeal::Errors::Conflict, :changed_meanwhile)
    expect { write("<section data-clause=\"#{name}/9\"></section><p>x</p>") }
      .to raise_reason(JustSeal::Errors::Invalid, :clause_unknown)
  end

  it "tells all that is wrong at once, and keeps nothing" do
    before = JustSeal::Store::Record.count
    expect { write(" ", title: "", particulars: {}) }.to raise_error(JustSeal::Errors::Invalid) { |e|
      expect(e.problems.keys).to contain_exactly("title", "html", "particulars.vessel")
    }
    expect(JustSeal::Store::Record.count).to eq(before)
  end
end
