# frozen_string_literal: true

RSpec.describe "Docket templates" do
  ops = JustSeal::Operations
  format = JustSeal::Core::Dockets::TemplateDefinition::FORMAT

  # A licence whose places to sign stand at +height+ points.
  def licence(height, words: "of the licensee")
    pdf do |doc|
      canvas = doc.pages[0].canvas(type: :overlay).font("Helvetica", size: 10)
      canvas.text(
        "This licence lets the vessel lie at the berth, and the licensee pays the yearly dues in four parts of the " \
        "same size.",
        at: [
          50, 700
        ]
      )
      canvas.text("Signature #{words}", at: [90, height]).text("Signature of the Trust", at: [90, height - 80])
    end
  end

  def drafted(bytes)
    draft = ready_draft(record: capture(bytes: bytes))
    fields = [
      field("A", y: 400.0).merge("x" => 230.0),
      field("B", y: 320.0).merge("x" => 230.0, "settings" => { "label" => "For the Trust" })
    ]
    JustSeal::Operations::PlaceFields.call(staff(:maren), number: draft.number, edits: draft.edits, fields: fields)
  end

  def definition(docket = drafted(licence(400)))
    JustSeal::Queries::TemplateFrom.new(docket, "Berth licence, two signers").definition
  end
  let(:template) { ops::SaveDocketTemplate.call(staff(:maren), definition: definition) }

  def fresh(bytes) = JustSeal::Operations::DraftDocket.call(staff(:maren), record: capture(bytes: bytes))

  def apply(docket)
    JustSeal::Operations::ApplyTemplate.call(
      staff(:maren),
      number: docket.number,
      edits: docket.refresh.edits,
      template: template
    )
  end

  it "put roles in the place of people, and keep fields by the words that they stand beside" do
    made = definition
    expect(
      made["roles"].map do |role|
        role.values_at(
          "letter",
          "source",
          "ref",
          "act",
          "turn"
        )
      end
    ).to eq([["A", "outside", "", "sign", 1], ["B", "staff", "joss@ravensholm.example", "sign", 2]])
    expect(made["fields"].first["anchor"]["text"]).to eq("Signature of the licensee")
    expect(made["message"]).to eq("Please sign.")
    expect(made.to_s).not_to include("Ines")
  end

  it "find the places in another document, and mark what does not meet its words" do
    docket = fresh(licence(520))
    apply(docket)
    rows = docket.refresh.documents.first.fields
    expect(rows.map { |row| [row.y.to_f.round, row.anchor] }).to eq([[520, ""], [440, ""]])
    expect(docket.parties.map { |party| [party.letter, party.name] }).to eq([["A", ""], ["B", "Joss Test"]])
    astray = fresh(licence(520, words: "of the tenant"))
    apply(astray)
    points = JustSeal::Queries::DocketReadiness.call(astray, now: office.now)
    expect(
      points.select do |point|
        point.reason == :anchor_missed
      end.map { |point| point.facts[:words] }
    ).to eq(["Signature of the licensee"])
    expect(kinds(astray)).to include("docket.template_applied")
  end

  it "are offered by class and likeness, and not for something else" do
    stub_const("JustSeal::Queries::FittingTemplates::MAX", 1000) # other examples made some that fit as well
    template
    fits = JustSeal::Queries::FittingTemplates.of(fresh(licence(300)), account(:maren))
    fit = fits.find { |one| one.template.code == template.code }
    expect(fit.class_title).to eq(JustSeal::Store::RecordClass.first(code: template.class_code).title)
    expect(fit.likeness).to be_between(JustSeal::Queries::FittingTemplates::MIN_LIKENESS, 1)
    expect(
      JustSeal::Core::Documents::TextSimilarity.of(
        definition["documents"].first["sketch"],
        JustSeal::Core::Documents::TextSimilarity.sketch(
          "Quite another text about the dredging of a channel and where the spoil goes to."
        )
      )
    ).to be < 0.1
  end

  it "are shared with units, and changed by their owner in versions" do
    mine = ops::SaveDocketTemplate.call(
      staff(:tobias),
      definition: definition,
      sharing: { units: [account(:tobias).unit, "No such unit"] }
    )
    seen = ->(name) { JustSeal::Store::DocketTemplate.seen_by(account(name)).select_map(:code).include?(mine.code) }
    others = %i[joss rosalind].reject { |name| account(name).unit == account(:tobias).unit }
    expect([mine.units.to_a, seen.call(:tobias), seen.call(:maren)]).to eq([[account(:tobias).unit], true, true])
    expect(others.map(&seen)).to all(be(false))
    expect do
      ops::SaveDocketTemplate.call(staff(:joss), definition: definition, code: mine.code, version: 1)
    end.to raise_error(JustSeal::Errors::Forbidden)
    ops::SaveDocketTemplate.call(
      staff(:tobias),
      definition: definition.merge("title" => "Second"),
      code: mine.code,
      version: 1
    )
    expect do
      ops::SaveDocketTemplate.call(staff(:tobias), definition: definition, code: mine.code, version: 1)
    end.to raise_error(JustSeal::Errors::Conflict)
    expect([mine.refresh.version, mine.title, mine.at(1)[:title]]).to eq([2, "Second", "Berth licence, two signers"])
    ops::SaveDocketTemplate.new.retire(staff(:tobias), code: mine.code)
    expect(seen.call(:tobias)).to be(false)
  end

  it "let one of two that save at once go first, and tell the other" do
    mine = template
    results = %w[First Second].map do |title|
      Thread.new do
        changed = definition.merge("title" => title)
        JustSeal::Operations::SaveDocketTemplate.call(staff(:maren), definition: changed, code: mine.code, version: 1)
        :kept
      rescue JustSeal::Errors::Conflict => e
        e.reason
      end
    end
    expect(results.map(&:value)).to contain_exactly(:kept, :changed_meanwhile)
    expect(mine.refresh.version).to eq(2)
  end

  it "are read as they were kept before they held documents" do
    field = { "role" => "A", "kind" => "text", "page" => 1, "x" => 1, "y" => 1, "width" => 100, "height" => 16 }
    role = { "letter" => "A", "title" => "R", "turn" => 1, "act" => "sign", "source" => "outside" }
    before = {
      "format" => JustSeal::Core::Dockets::TemplateDefinition::EARLIER,
      "title" => "T",
      "class" => "MB",
      "roles" => [role],
      "fields" => [field],
      "sketch" => [3, 4]
    }
    kept, problems = JustSeal::Core::Dockets::TemplateDefinition.read(before)
    expect([problems, kept["format"]]).to eq([[], format])
    expect(kept["documents"].map { |one| one.values_at("class", "replace", "sketch") }).to eq([["MB", "must", [3, 4]]])
    expect(kept["fields"].map { |one| one["document"] }).to eq([1])
    expect(JustSeal::Core::Dockets::TemplateDefinition.read(kept)).to eq([kept, []])
  end

  it "keep no document of a docket on which somebody only acts" do
    docket = drafted(licence(400))
    hidden = docket.documents.first.record.case_file
    before = hidden.access
    hidden.update(access: Sequel.pg_jsonb("see" => { "units" => ["Elsewhere"] }))
    expect { ops::TemplateOfDocket.call(staff(:tobias), docket: docket.refresh, title: "Mine", files: true) }
      .to raise_reason(JustSeal::Errors::Missing, :no_record)
  ensure
    hidden.update(access: before)
  end

  it "are entered as read, and as taken out, where the class of a kept document wants it" do
    read_class
    made = JustSeal::Queries::TemplateFrom.new(drafted(licence(400)), "Read", files: true)
    documents = made.definition["documents"].map { |one| one.merge("class" => "RD") }
    row = ops::SaveDocketTemplate.call(
      staff(:maren), definition: made.definition.merge("documents" => documents), known: made.kept
    )
    ops::HandOutTemplate.call(staff(:maren), template: row, version: 1, number: 1)
    ops::HandOutTemplate.new.whole(staff(:maren), template: row, version: 1)
    told = entries_of("templates").last(2)
    expect(told.map { |one| one["kind"] }).to eq(%w[docket_template.read docket_template.exported])
    expect(told.map { |one| one["facts"]["sha256"] }.uniq).to eq([made.kept])
    expect { ops::HandOutTemplate.call(staff(:maren), template: row, version: 1, number: 2) }
      .to raise_reason(JustSeal::Errors::Missing, :no_file_in_template)
  end

  it "are changed by their editors, and shared or taken out of use by their owner only" do
    mine = ops::SaveDocketTemplate.call(
      staff(:tobias), definition: definition, sharing: { people: [account(:edda).id], editors: [account(:joss).id] }
    )
    changed = ops::SaveDocketTemplate.call(staff(:joss), definition: definition, code: mine.code, version: 1)
    expect(changed.version).to eq(2)
    expect { ops::SaveDocketTemplate.new.retire(staff(:joss), code: mine.code) }
      .to raise_reason(JustSeal::Errors::Forbidden, :template_of_other)
    expect { ops::KeepSharing.call(staff(:joss), code: mine.code, sharing: {}) }
      .to raise_reason(JustSeal::Errors::Forbidden, :template_of_other)
    ops::KeepSharing.call(staff(:tobias), code: mine.code, sharing: { people: [account(:joss).id] })
    entry = entries_of("templates").last
    expect(entry["facts"]).to include("before" => { "use" => [account(:edda).name], "change" => [account(:joss).name] })
  end

  it "look at no more documents than a template may have" do
    many = Array.new(13) { { "role" => "sign", "content" => ["%PDF-1.7"].pack("m0") } }
    given = definition.merge("documents" => many)
    allow(JustSeal::Operations::CaptureRecord).to receive(:look).and_call_original
    expect { ops::SaveDocketTemplate.call(staff(:maren), definition: given) }
      .to raise_reason(JustSeal::Errors::Invalid, :not_a_list)
    expect(JustSeal::Operations::CaptureRecord).not_to have_received(:look)
  end

  it "speak of no file that nobody brought" do
    files = definition["documents"].map { |one| one.merge("file" => "0" * 64, "replace" => "may") }
    expect { ops::SaveDocketTemplate.call(staff(:maren), definition: definition.merge("documents" => files)) }
      .to raise_reason(JustSeal::Errors::Invalid, :template_file_unknown)
  end

  it "go out and come in as JSON and say the same" do
    again = ops::SaveDocketTemplate.call(staff(:maren), definition: JSON.parse(JSON.generate(template.definition)))
    expect(again.definition).to eq(template.definition)
  end

  it "tell of roles that do not fit the class" do
    strange = definition.merge(
      "roles" => [
        {
          "letter" => "A",
          "title" => "Tenant",
          "turn" => 1,
          "act" => "sign",
          "source" => "particular",
          "ref" => "tenant"
        }
      ],
      "fields" => []
    )
    row = ops::SaveDocketTemplate.call(staff(:maren), definition: strange)
    docket = fresh(licence(300))
    plan = JustSeal::Queries::TemplatePlan.new(docket, row.definition)
    expect([plan.unfit, plan.seats.map(&:found)]).to eq([["tenant"], [false]])
    JustSeal::Operations::ApplyTemplate.call(staff(:maren), number: docket.number, edits: docket.edits, template: row)
    expect(
      JustSeal::Queries::DocketReadiness.call(
        docket,
        now: office.now
      ).map(&:reason)
    ).to include(:party_without_name, :no_signature_field)
  end

  base = {
    "format" => format,
    "title" => "T",
    "roles" => [{ "letter" => "A", "title" => "R", "turn" => 1, "act" => "sign", "source" => "outside" }],
    "fields" => []
  }
  field = { "role" => "A", "kind" => "text", "page" => 1, "x" => 1, "y" => 1, "width" => 100, "height" => 16 }
  {
    "no JSON object" => [[1], :not_a_docket_template],
    "another format" => [{ "format" => "other/2" }, :not_a_docket_template],
    "no title" => [base.merge("title" => ""), :title_missing],
    "a kind that is not there" => [
      base.merge("fields" => [field.merge("kind" => "stamp")]),
      :field_incomplete
    ],
    "a field of nobody" => [base.merge("fields" => [field.merge("role" => "B")]), :field_of_no_role],
    "an act that is not there" => [
      base.merge("roles" => [{ "letter" => "A", "turn" => 1, "act" => "pay", "source" => "outside" }]), :role_incomplete
    ],
    "days beyond reason" => [base.merge("deadline_days" => 9999), :not_a_number_of_days],
    "a place that is no number" => [base.merge("fields" => [field.merge("x" => "far")]), :field_incomplete],
    "a setting that is too long" => [
      base.merge("fields" => [field.merge("settings" => { "label" => "x" * 200 })]),
      :field_setting
    ],
    "a class that is not there" => [base.merge("class" => "ZZZ"), :no_class],
    "a dangerous address" => [base.merge("options" => { "return_to" => "javascript:alert(1)" }), :not_a_web_address],
    "too many roles" => [base.merge("roles" => [{}] * 30), :not_a_list]
  }.each do |name, (given, reason)|
    it("refuse #{name}") {
      expect do
        ops::SaveDocketTemplate.call(staff(:maren), definition: given)
      end.to raise_reason(JustSeal::Errors::Invalid, reason)
    }
  end

  it "are applied again, and where their parties are there already" do
    docket = fresh(licence(400))
    2.times { apply(docket) }
    expect(docket.refresh.parties.map(&:letter)).to eq(%w[A B])
    expect(document(docket).fields.map(&:name)).to eq(%w[A-signature-1 B-signature-1])
    other = drafted(licence(400))
    JustSeal::Store::Party.create(
      docket_id: other.id,
      letter: "C",
      turn: 3,
      act: "sign",
      kind: "outside",
      name: "C",
      email: "",
      organisation: "",
      state_since: office.now
    )
    JustSeal::Operations::PlaceFields.call(
      staff(:maren), number: other.number, edits: other.refresh.edits, fields: [field("A"), field("B"), field("C")]
    )
    2.times { apply(other) }
    expect(other.refresh.parties.map(&:letter)).to eq(%w[A B])
    first = document(other)
    second = JustSeal::Store::DocketDocument.create(
      docket_id: other.id, position: 2, record_id: capture.id, version_id: capture.versions.first.id
    )
    JustSeal::Store::Field.create(
      document_id: second.id,
      party_id: party(other, "A").id,
      name: "A-signature-1",
      kind: "signature",
      page: 1,
      x: 90,
      y: 90,
      width: 100,
      height: 30
    )
    2.times { apply(other) }
    expect([first.refresh.fields.size, second.refresh.fields.size]).to eq([2, 1])
  end
end
