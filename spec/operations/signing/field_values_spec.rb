# frozen_string_literal: true

RSpec.describe "Values of fields" do
  let(:fields) do
    [
      field("A"),
      spot("A", "initials", 560),
      spot(
        "A",
        "money",
        520,
        "dues",
        unit: "EUR",
        required: true,
        particular: "yearly_dues"
      ),
      spot("A", "number", 500, "months", least: "1", most: "12", decimals: 0, required: true),
      spot(
        "A",
        "computed",
        480,
        "share",
        formula: "dues * months / 12",
        unit: "EUR"
      ),
      spot("A", "tick", 460, "pilot"),
      spot("A", "text", 440, "why", shown_when: "not(pilot)", required: true),
      spot("A", "one_of", 420, "side", option: "Port"),
      spot(
        "A",
        "one_of",
        400,
        "side",
        option: "Starboard"
      ),
      spot("A", "text_lines", 340, "notes"),
      spot("A", "particular", 320, "", particular: "vessel"),
      spot("A", "email", 200),
      field("B", y: 120.0),
      spot(
        "B",
        "computed",
        80,
        "double",
        formula: "share * 2",
        unit: "EUR"
      )
    ]
  end
  let(:docket) { send_with(fields) }
  let(:right) do
    {
      "dues" => "12,000.00",
      "months" => "7",
      "why" => "Own crew",
      "side" => "Port",
      "notes" => "First line\nSecond line, which says more"
    }
  end

  def spot(party, kind, height, key = "", **settings)
    width, tall = JustSeal::Core::Fields::Kinds::ALL.fetch(kind).then { |one| [one.width, one.height] }
    {
      "kind" => kind,
      "party" => party,
      "page" => 1,
      "x" => 300.0,
      "y" => height.to_f,
      "width" => width.to_f,
      "height" => tall.to_f,
      "key" => key,
      "settings" => settings.transform_keys(&:to_s)
    }
  end

  def placed(fields, record: capture)
    draft = ready_draft(record: record)
    JustSeal::Operations::PlaceFields.call(staff(:maren), number: draft.number, edits: draft.edits, fields: fields)
  end

  def send_with(fields, **options)
    JustSeal::Operations::SendDocket.call(staff(:maren), number: placed(fields, **options).number).tap { work_jobs }
  end

  def act(visitor, sha256, typed = {}, initials: { "typed" => "IH" })
    JustSeal::Operations::ActOnDocket.call(
      visitor,
      seen: { 1 => sha256 },
      mark: { "typed" => "Ines Halloran" },
      initials: initials,
      typed: typed
    )
  end

  def problems
    yield.then { {} }
  rescue StandardError
    $ERROR_INFO.problems.transform_values { |problem| reason_of(problem) }
  end

  it "are written into the document where their fields are, computed by the server, and covered by the signature" do
    visitor, sha256 = enter_room(docket, "A")
    act(visitor, sha256, right)
    bytes = office.blobs.get(document(docket).current_sha256)
    pdf = HexaPDF::Document.new(io: StringIO.new(bytes))
    value = ->(name) { pdf.acro_form.field_by_name(name)[:V] }
    expect(
      %w[
        A-money-1
        A-number-1
        A-computed-1
        A-text-1
        A-particular-1
      ].map(&value)
    ).to eq(["EUR 12,000.00", "7", "EUR 7,000.00", "Own crew", "MV Sanderling"])
    expect(%w[A-one_of-1 A-one_of-2 A-tick-1].map(&value)).to eq(%i[Yes Off Off])
    expect(words_of(bytes)).to include("Second line, which says more", "EUR 7,000.00", "ines-")
    output, = run_on(bytes, "pdfsig")
    expect(output.scan("Signature is Valid.").size).to eq(2)
    expect(
      JustSeal::Core::Pdf::Check.call(
        bytes,
        roots: office.roots,
        at: Time.now
      ).findings.map(&:code)
    ).to eq([:not_sealed_yet])
  end

  it "of an earlier party are there for what a later one computes" do
    visitor, sha256 = enter_room(docket, "A")
    act(visitor, sha256, right)
    work_jobs
    sign(docket, "B", mark: { "typed" => "Joss" })
    pdf = HexaPDF::Document.new(io: StringIO.new(office.blobs.get(document(docket).sealed_sha256)))
    expect(pdf.acro_form.field_by_name("B-computed-1")[:V]).to eq("EUR 14,000.00")
  end

  it "are refused with a sentence for each, and nothing is signed" do
    visitor, sha256 = enter_room(docket, "A")
    expect(
      problems do
        act(
          visitor,
          sha256,
          { "months" => "13" }
        )
      end
    ).to eq("months" => :number_too_large, "dues" => :missing_value, "why" => :missing_value)
    expect(problems { act(visitor, sha256, right, initials: { "strokes" => [] }) }.keys).to eq(["mark"])
    expect(
      problems do
        act(visitor, sha256, right.merge("notes" => "word " * 600))
      end.values
    ).to eq([:text_too_long_for_place])
    expect(problems { act(visitor, sha256, right.merge("side" => "Stern")) }.keys).to eq(["side"])
    expect(party(docket, "A").state).to eq("proved")
    expect(
      JustSeal::Core::Pdf::Check.call(
        office.blobs.get(document(docket).current_sha256),
        roots: office.roots,
        at: Time.now
      ).signatures.size
    ).to eq(1)
  end

  it "are kept while they are typed, without entries, and are there after leaving" do
    visitor, sha256 = enter_room(docket, "A")
    before = kinds(docket).size
    told = JustSeal::Operations::SaveTyped.call(
      visitor,
      typed: { "dues" => "1200", "months" => "1", "pilot" => "yes", "B-x" => "no field of A" }
    )
    expect([told.texts["share"], told.shown["why"], told.missing]).to eq(["EUR 100.00", false, []])
    expect(kinds(docket).size).to eq(before)
    visit = JustSeal::Store::Visit[visitor.visit_id]
    filling = JustSeal::Queries::DocketFilling.new(docket.refresh, party(docket, "A"), visit: visit)
    expect(filling.typed).to include("dues" => "1200", "pilot" => "yes")
    act(visitor, sha256)
    values = JustSeal::Store::Field.where(key: "dues", party_id: party(docket, "A").id).select_map(:value)
    expect([values, visit.refresh.typed.to_h]).to eq([["1200"], {}])
  end

  it "of others are told to nobody but in the document" do
    visitor, sha256 = enter_room(docket, "A")
    act(visitor, sha256, right)
    work_jobs
    visitor, = enter_room(docket, "B")
    told = JustSeal::Operations::SaveTyped.call(visitor, typed: {})
    expect([told.values.keys, told.texts]).to eq([["double"], { "double" => "EUR 14,000.00" }])
  end

  it "enter the ledger as hashes only" do
    visitor, sha256 = enter_room(docket, "A")
    act(visitor, sha256, right)
    entry = entries_of(docket.number).find { |one| one["kind"] == "party.acted" }.to_s
    expect(entry).to include(JustSeal::Core::Ledger::Entry.digest("Own crew"))
    expect(entry).not_to include("Own crew")
  end

  describe "that come home" do
    let(:record) { capture }
    let(:docket) { send_with(fields, record: record) }

    def finish
      visitor, sha256 = enter_room(docket, "A")
      act(visitor, sha256, right)
      work_jobs
      sign(docket, "B", mark: { "typed" => "Joss" })
    end

    it "become particulars of the record when it is sealed" do
      finish
      expect(record.refresh.particulars["yearly_dues"]).to eq("12000")
      filed = entries_of(docket.number).find do |entry|
        entry["kind"] == "docket.filed"
      end
      expect(filed["facts"]["particulars"]).to eq(["yearly_dues"])
    end

    it "are nothing new where the later of two fields of one particular says what the record says" do
      docket
      record.refresh.update(particulars: Sequel.pg_jsonb(record.particulars.to_h.merge("yearly_dues" => "2")))
      typed = Struct.new(:settings, :value)
      fields = %w[1 2].map { |value| typed.new({ "particular" => "yearly_dues" }, value) }
      filled = Struct.new(:fields, :particulars).new(fields, {})
      expect(JustSeal::Operations::BringHome.call(docket, filled, record)).to eq({})
      expect(record.refresh.edits).to eq(0)
    end

    it "leave alone what somebody changed since the docket was sent" do
      docket
      record.refresh.update(particulars: Sequel.pg_jsonb(record.particulars.to_h.merge("yearly_dues" => "1")))
      finish
      expect(record.refresh.particulars["yearly_dues"]).to eq("1")
      expect(record.edits).to eq(1), "whoever edits it just now is told"
      filed = entries_of(docket.number).find do |entry|
        entry["kind"] == "docket.filed"
      end
      expect(filed["facts"]["left_as_changed"]).to eq(["yearly_dues"])
      conflict = JustSeal::Store::ParticularConflict.undecided.first(docket_number: docket.number)
      record = conflict.record
      expect(JustSeal::Queries::Desk.new(account(:maren), now: office.now).conflicts.map(&:id)).to include(conflict.id)
      expect do
        JustSeal::Operations::DecideConflict.call(staff(:rosalind), id: conflict.id, take: true)
      end.to raise_error(JustSeal::Errors::Forbidden)
      JustSeal::Operations::DecideConflict.call(staff(:maren), id: conflict.id, take: true)
      expect(record.refresh.particulars["yearly_dues"]).to eq(conflict.typed)
      expect do
        JustSeal::Operations::DecideConflict.call(staff(:maren), id: conflict.id, take: false)
      end.to raise_error(JustSeal::Errors::Conflict)
    end
  end

  describe "asked for as a file" do
    let(:docket) { send_with([field("A"), spot("A", "attachment", 500, "", required: true), field("B", y: 120.0)]) }
    let(:visitor_and_hash) { enter_room(docket, "A") }

    def bring(bytes, name = "Crew list.pdf")
      JustSeal::Operations::BringFile.call(
        visitor_and_hash.first,
        slot: "A-attachment-1",
        bytes: bytes,
        file_name: name
      )
    end

    it "are wanted, brought, exchanged, signed by their hash, and stand in the certificate" do
      expect(problems { act(*visitor_and_hash) }.keys).to eq(["A-attachment-1"])
      bring(pdf("Old list"))
      file = bring(pdf("Crew list"), "../Crew list.PDF")
      act(*visitor_and_hash)
      signed = HexaPDF::Document.new(io: StringIO.new(office.blobs.get(document(docket).current_sha256)))
      expect(signed.acro_form.field_by_name("A-attachment-1")[:V]).to eq("Crew list.pdf, SHA-256 #{file.sha256[0, 16]}")
      work_jobs
      sign(docket, "B", mark: { "typed" => "Joss" })
      certificate = JustSeal::Store::Version.first(docket_number: docket.number, kind: "certificate")
      expect(words_of(office.blobs.get(certificate.sha256))).to include("Brought Crew list.pdf")
      expect(
        JustSeal::Operations::HandOutFile.call(
          staff(:maren),
          number: docket.number,
          id: file.id
        ).first
      ).to eq("Crew list.pdf")
      expect(kinds(docket).last).to eq("file.downloaded")
      other = sent_docket
      expect do
        JustSeal::Operations::HandOutFile.call(staff(:maren), number: other.number, id: file.id)
      end.to raise_error(JustSeal::Errors::Missing)
    end

    it "are refused when they are no file of the kinds that can be read later" do
      expect(problems { bring("MZ program") }.values).to eq([:not_pdf_or_image])
      expect(problems { bring("") }.values).to eq([:file_missing])
      expect(
        problems do
          bring("%PDF-#{"x" * JustSeal::Operations::BringFile::MAX_BYTES}")
        end.values
      ).to eq([:file_too_large_to_attach])
    end
  end

  it "have settings that are kept, without what their kind does not have" do
    draft = placed(
      [
        spot(
          "A",
          "text",
          500,
          "t",
          label: " Berth ",
          pattern: "B\\d",
          required: true,
          formula: "1 + 1",
          options: %w[a]
        )
      ]
    )
    expect(draft.spots.first.settings).to eq("label" => "Berth", "pattern" => "B\\d", "required" => true)
    long = spot("A", "text", 500, "t", label: "x" * 101)
    expect(problems { placed([long]) }.values).to eq([:setting_of_field])
  end

  it "are told about in the readiness, each with the field that it is about" do
    draft = placed([field("A"), spot("A", "computed", 500, "c", formula: "nobody + 1"), field("B", y: 120.0)])
    points = JustSeal::Queries::DocketReadiness.call(draft, now: office.now)
    expect(
      points.map do |point|
        [point.reason, point.field, point.facts[:names]]
      end
    ).to eq([[:unknown_name, [1, "A-computed-1"], "nobody"]])
    expect do
      JustSeal::Operations::SendDocket.call(staff(:maren), number: draft.number)
    end.to raise_error(JustSeal::Errors::Invalid)
  end
end
