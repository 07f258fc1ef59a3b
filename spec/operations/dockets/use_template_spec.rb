# frozen_string_literal: true

RSpec.describe JustSeal::Operations::UseTemplate do
  ops = JustSeal::Operations

  def page_of(*texts)
    pdf do |doc|
      texts.each_with_index do |text, index|
        page = doc.pages[index] || doc.pages.add
        page.canvas(type: :overlay).font("Helvetica", size: 10).text(text, at: [90, 400])
      end
    end
  end

  # A template of two documents, of which it keeps the first.
  def template(more = {})
    first = page_of("Signature of the licensee", "Second page", "Third page")
    draft = ready_draft(record: capture(bytes: first))
    second = capture(bytes: page_of("Signature of the guarantor"))
    list = [draft.documents.first.record.number, second.number].map { |one| { "record" => one, "role" => "sign" } }
    JustSeal::Operations::ArrangeDocuments.call(
      staff(:maren), number: draft.number, edits: draft.refresh.edits, documents: list
    )
    initials = [1, 2, 3].map { |page| field("A", "initials", page: page, y: 40.0).merge("width" => 40.0) }
    fields = [
      field("A", y: 400.0).merge("x" => 230.0),
      field("B", y: 400.0).merge("x" => 230.0, "document" => 2),
      field("A", "text", y: 300.0).merge("key" => "order", "height" => 16.0),
      *initials
    ]
    JustSeal::Operations::PlaceFields.call(
      staff(:maren),
      number: draft.number,
      edits: draft.refresh.edits,
      fields: fields
    )
    made = JustSeal::Queries::TemplateFrom.new(draft.refresh, "Licence and guarantee", files: true)
    definition = made.definition.merge(more)
    JustSeal::Operations::SaveDocketTemplate.call(staff(:maren), definition: definition, known: made.kept)
  end

  question = { "name" => "order_number", "label" => "Order", "type" => "text", "required" => true, "field" => "order" }

  def answers(more = {})
    {
      "case_file" => "BL-1",
      "particulars" => { "1" => { "vessel" => "MV Knot" }, "2" => { "vessel" => "MV Knot" } },
      "people" => { "A" => { "name" => "Ines Vale", "email" => "ines@vale.example", "organisation" => "Vale" } },
      **more
    }
  end

  def use(template, given, **more)
    JustSeal::Operations::UseTemplate.call(staff(:maren), template: template, answers: given, **more)
  end

  it "makes records of the kept documents, and a draft with people, fields and what was answered" do
    kept = template("questions" => [question], "message" => "Order {{ask.order_number}}", "subject" => "")
    docket = use(kept, answers("ask" => { "order_number" => "4711" }))
    expect(docket.to_sign.map { |one| one.version.page_count }).to eq([3, 2])
    expect(docket.to_sign.map { |one| [one.record.case_file.code, one.record.particulars["vessel"]] })
      .to all(eq(["BL-1", "MV Knot"]))
    expect(
      docket.parties.map do |one|
        [one.letter, one.name, one.role_title]
      end.first
    ).to eq(["A", "Ines Vale", "Party A"])
    placed = docket.documents.map { |one| one.fields.map { |field| [field.kind, field.page] } }
    initials = [1, 2, 3].map { |page| ["initials", page] }
    expect(placed).to eq([[["signature", 1], ["text", 1], *initials], [["signature", 1]]])
    text = docket.documents.first.fields.find { |one| one.kind == "text" }
    expect([docket.message, text.settings["default"]]).to eq(["Order 4711", "4711"])
    expect(kinds(docket)).to include("docket.drafted", "docket.documents_arranged", "docket.template_applied")
  end

  it "keeps initials that stand on every page as one field, for documents of any length" do
    kept = template
    runs = kept.definition["fields"].select { |one| one["kind"] == "initials" }
    expect(runs.map { |one| [one["page"], one["pages"]] }).to eq([[1, "1-"]])
    docket = use(
      kept,
      answers,
      files: { 1 => { bytes: page_of("Signature of the licensee", "Two"), file_name: "two.pdf" } }
    )
    expect(docket.documents.first.fields.select { |one| one.kind == "initials" }.map(&:page)).to eq([1, 2])
  end

  it "sends only the pages that the template names" do
    kept = template
    documents = kept.definition["documents"].map.with_index do |one, index|
      index.zero? ? one.merge("pages" => "1, 3-") : one
    end
    row = ops::SaveDocketTemplate.call(
      staff(:maren), definition: kept.definition.merge("documents" => documents), code: kept.code, version: 1
    )
    docket = use(row, answers)
    pages = office.text.pages(office.blobs.get(docket.documents.first.version.sha256))
    expect(pages.map { |text| text.strip.lines.last }).to eq(["Signature of the licensee", "Third page"])
  end

  it "takes a record that is there in the place of a document" do
    record = capture(bytes: page_of("Signature of the licensee"))
    docket = use(template, answers("records" => { "1" => record.number }))
    expect(docket.documents.first.record.number).to eq(record.number)
  end

  it "tells all that is missing, and makes nothing" do
    kept = template(
      "questions" => [question],
      "roles" => template.definition["roles"].map do |role|
        role.merge("ask" => role["letter"] == "A" ? %w[telephone phrase] : [])
      end
    )
    before = JustSeal::Store::Record.count
    given = { "people" => { "A" => { "email" => "no address" } }, "records" => { "2" => "XX-2026-9999" } }
    expect { use(kept, given) }.to raise_error(JustSeal::Errors::Invalid) { |e|
      expect(e.problems.keys).to contain_exactly(
        "case_file", "documents.2", "ask.order_number", *%w[name email telephone phrase].map { |key| "people.A.#{key}" }
      )
    }
    expect(JustSeal::Store::Record.count).to eq(before)
  end

  it "hashes the phrase, and keeps the telephone, of whoever is typed" do
    roles = template.definition["roles"].map do |one|
      one["letter"] == "A" ? one.merge("ask" => %w[phrase telephone]) : one
    end
    person = { "name" => "Ines Vale", "telephone" => "+44 20 7946 0000", "phrase" => "green lantern quay" }
    docket = use(template("roles" => roles), answers("people" => { "A" => person }))
    first = docket.parties.first
    expect(first.telephone).to eq("+44 20 7946 0000")
    expect(Argon2::Password.verify_password("green lantern quay", first.phrase_hash)).to be(true)
  end

  it "asks a telephone and a phrase of whoever stands in a particular as well, and nothing else of them" do
    role = { "source" => "particular", "ref" => "signatory", "ask" => %w[telephone phrase] }
    roles = template.definition["roles"].map { |one| one["letter"] == "A" ? one.merge(role) : one }
    kept = template("roles" => roles)
    given = answers("people" => { "A" => { "name" => "Somebody else", "telephone" => "+47 900 00 000" } })
    expect { use(kept, given) }.to raise_error(JustSeal::Errors::Invalid) { |e|
      expect(e.problems.keys).to eq(["people.A.phrase"])
    }
  end

  it "is tried with samples before it is published, and used as the version before until then" do
    kept = template
    changed = kept.definition.merge("message" => "Another message")
    row = ops::SaveDocketTemplate.call(
      staff(:maren), definition: changed, code: kept.code, version: 1, publish: false
    )
    expect([row.version, row.current, row.unpublished?]).to eq([2, 1, true])
    expect(use(row, answers).message).to eq("Please sign.")
    trial = use(row, answers, version: 2, trial: true)
    expect([trial.message, trial.number[/\A[A-Z]+/], trial.documents.map { |one| one.record.sample }.uniq])
      .to eq(["Another message", "TRY", [true]])
    record = capture
    expect { use(row, answers("records" => { "1" => record.number }), version: 2, trial: true) }
      .to raise_reason(JustSeal::Errors::Invalid, :trial_takes_files)
    ops::SaveDocketTemplate.new.publish(staff(:maren), code: row.code, version: 2)
    expect(use(row.refresh, answers).message).to eq("Another message")
    entry = entries_of("templates").reverse.find { |one| one["kind"] == "docket_template.published" }
    expect(entry["facts"]).to include("code" => row.code, "version" => 2, "before" => 1)
  end

  it "refuses whoever may not put records into the case file" do
    closed = template
    expect do
      described_class.call(staff(:edda), template: closed, answers: answers)
    end.to raise_reason(JustSeal::Errors::Forbidden, :role_forbids)
  end
end
