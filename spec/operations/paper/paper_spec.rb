# frozen_string_literal: true

RSpec.describe "Signing by pen, on paper" do
  include Papers

  before(:all) { open_office }
  after(:all) { close_office }

  # A docket that is out, whose sender offers paper.
  def offered(fields: nil, same_turn: false, **record)
    draft = ready_draft(record: capture(**record), same_turn: same_turn)
    place(draft, fields) if fields
    edited(draft, options: { "paper" => "1" })
    JustSeal::Operations::SendDocket.call(staff(:maren), number: draft.number).tap { work_jobs }
  end

  def place(draft, fields)
    fields[1] = fields[1].merge("settings" => { "label" => "Berth", "required" => true }, "height" => 16.0)
    JustSeal::Operations::PlaceFields.call(
      staff(:maren), number: draft.number, edits: draft.refresh.edits, fields: fields
    )
  end

  def printed(docket, **how)
    JustSeal::Operations::ChoosePaper.call(staff(:maren), number: docket.number, letter: "A", **how)
  end

  def bring(copy, bytes, name: "scan.pdf")
    JustSeal::Operations::BringPaper.call(
      staff(:maren), number: copy.docket.number, copy: copy.number, files: [[name, bytes]]
    )
    work_jobs
    JustSeal::Store::PaperCopy[copy.id]
  end

  def scanned(copy, **how)
    pack = office.blobs.get(copy.pack_sha256)
    scan(pack, all_pages(pack, by_pen(copy, copy.party, "signature" => "Ines Halloran"), **how))
  end

  def read(copy) = JustSeal::Operations::PaperReading.new(copy, signed: [], seen: [], typed: {}, day: nil)
  def names(copy) = read(copy).own.map(&:name)
  def marks(copy) = read(copy).own.select { |spot| spot.of_kind.mark? }.map(&:name)
  def day = office.zone.to_local(office.now).strftime("%F")

  def enter(copy, by: :maren, **given)
    JustSeal::Operations::EnterPaper.call(
      staff(by),
      number: copy.docket.number,
      copy: copy.number,
      looked_at: JustSeal::Store::PaperCopy[copy.id].looked_at,
      signed: marks(copy),
      seen: names(copy),
      typed: {},
      day: day,
      **given
    )
  end

  identity = { kind: "passport", issuer: "Kingdom of Norway", last: "48ab", expires: "2031-05-01" }

  it "becomes a revision that shows the marks by pen, carries the scan, and seals at the level that was proved" do
    docket = offered
    copy = bring(printed(docket), scanned(printed_copy(docket), degrees: 178))
    expect(copy.matching.findings).to eq([])
    enter(copy, identity: identity)
    work_jobs
    row = party(docket, "A")
    expect([row.state, row.level_reached, row.paper]).to eq(["done", 1, true])
    sign(docket, "B")
    expect(docket.refresh.state).to eq("sealed")
    bytes = office.blobs.get(document(docket).sealed_sha256)
    report = JustSeal::Core::Pdf::Check.call(bytes, roots: office.roots, at: office.now)
    expect([report.verdict, report.findings.map(&:code)]).to eq([:intact, []])
    expect(report.signatures.map(&:reason)).to include("By pen, on paper, taken in for Ines Halloran, level 1")
    scan = JustSeal::Core::Pdf::PaperSheets.attached(bytes, "A-signature-1")
    acted = entries_of(docket.number).find { |one| one["kind"] == "party.acted_on_paper" }["facts"]
    expect(acted["documents"].first["sha256_scan"]).to eq(Digest::SHA256.hexdigest(scan))
    expect(acted).to include("mark" => "pen", "day" => day, "level" => 1, "entered_by" => "Maren Test")
    text = text_of(certificate(docket))
    expect(text).to include("signed by pen, on paper (#{docket.number} P1)", "Taken in by Maren Test").and(
      include("Scan of the paper: SHA-256").and(include("Passport").or(include("in person")))
    )
  end

  it "is taken in without an identity document where nothing is demanded, at level 0, and refused where it is" do
    docket = offered
    copy = bring(printed(docket), scanned(printed_copy(docket)))
    enter(copy)
    expect(party(docket, "A").level_reached).to eq(0)
    rulebook({ "title" => "All at one", "kinds" => ["outside"], "floor" => 1 })
    strict = offered
    other = bring(printed(strict), scanned(printed_copy(strict)))
    expect { enter(other) }.to raise_reason(JustSeal::Errors::Forbidden, :paper_level_too_low, wanted: 1, level: 0)
    enter(JustSeal::Store::PaperCopy[other.id], identity: identity)
  ensure
    neutral_rulebook
  end

  it "fills in what is written, confirmed by another where the class wants two, and shows the scan on a sheet of its " \
     "own" do
    docket = offered(
      record_class: paper_class,
      fields: [field("A"), field("A", "text", y: 200.0), field("B", y: 120.0)]
    )
    copy = bring(printed(docket), scanned(printed_copy(docket)))
    slot = read(copy).own.find { |spot| spot.kind == "text" }.slot
    empty = raise_error(JustSeal::Errors::Invalid) { |e| expect(e.problems.keys).to include(slot) }
    expect { enter(copy) }.to empty
    enter(copy, typed: { slot => "Quay 4" }, place: "Cabinet 12")
    expect([copy.refresh.state, party(docket, "A").state]).to eq(%w[entered invited])
    confirm = lambda do |name, agreed|
      JustSeal::Operations::TakeInPaper.call(
        staff(name), number: docket.number, copy: 1, looked_at: printed_copy(docket).looked_at, agreed: agreed
      )
    end
    expect { confirm.call(:maren, names(copy)) }.to raise_reason(JustSeal::Errors::Forbidden, :confirmed_by_another)
    some = raise_error(JustSeal::Errors::Invalid) { |e| expect(e.problems).to eq("agreed" => :compare_every_place) }
    expect { confirm.call(:tobias, names(copy).drop(1)) }.to some
    confirm.call(:tobias, names(copy))
    work_jobs
    sign(docket, "B")
    bytes = office.blobs.get(document(docket).refresh.sealed_sha256)
    pages = HexaPDF::Document.new(io: StringIO.new(bytes)).pages.count
    report = JustSeal::Core::Pdf::Check.call(bytes, roots: office.roots, at: office.now)
    expect([pages, report.verdict]).to eq([document(docket).version.page_count + 2, :intact])
    record = document(docket).record.refresh
    expect(record.particulars.to_h).to include("lies_at" => "Cabinet 12")
    acted = entries_of(docket.number).find { |one| one["kind"] == "party.acted_on_paper" }["facts"]
    expect(acted).to include("entered_by" => "Maren Test", "confirmed_by" => "Tobias Test")
    expect(text_of(bytes)).to include("Quay 4", "What A, Ines Halloran, signed by pen.")
  end

  it "says which pages are missing or of another copy, and takes nothing in before all are there" do
    docket = offered
    copy = printed(docket)
    other = printed(offered)
    pages = all_pages(office.blobs.get(copy.pack_sha256), [])
    bring(copy, scan(office.blobs.get(copy.pack_sha256), pages.drop(1)), name: "one.pdf")
    copy = bring(copy, scan(office.blobs.get(other.pack_sha256), pages.first(1)), name: "other.pdf")
    expect(
      copy.matching.findings.map do |one|
        [one.reason, *one.facts.values]
      end
    ).to eq([[:missing, 1, 1], [:of_another, 2]])
    expect { enter(copy) }.to raise_reason(JustSeal::Errors::Conflict, :paper_incomplete, count: 1)
    JustSeal::Operations::BringPaper.new.leave_out(
      staff(:maren), number: docket.number, copy: 1, id: copy.files.last.id
    )
    copy = bring(copy, picture(office.blobs.get(copy.pack_sha256), 1), name: "photo.jpg")
    expect(copy.matching.findings).to eq([])
    expect(kinds(docket)).to include("paper.brought", "paper.read", "paper.left_out")
  end

  it "takes no file that is no scan, and says which can't be read" do
    docket = offered
    copy = printed(docket)
    problem = raise_error(JustSeal::Errors::Invalid) { |e| expect(reason_of(e.problems["scan"])).to eq(:not_a_scan) }
    expect { bring(copy, "GIF89a", name: "a.gif") }.to problem
    copy = bring(copy, "%PDF-1.7 and nothing more", name: "broken.pdf")
    expect(copy.files.map(&:state)).to eq(["unreadable"])
    expect(kinds(docket)).to include("paper.unreadable")
  end

  it "is wanted of nobody who may not: by class and sender, by the rules, above level 1, or for another act" do
    draft = ready_draft
    JustSeal::Operations::SendDocket.call(staff(:maren), number: draft.number)
    work_jobs
    expect { printed(draft.refresh) }.to raise_reason(JustSeal::Errors::Conflict, :paper_not_offered)
    docket = offered
    row = party(docket, "A")
    demand = JustSeal::Core::Assurance::Demand.none
    { { floor: 2 } => :paper_below_floor, { may_use_paper: false } => :paper_against_rules }.each do |values, reason|
      row.update(demand: Sequel.pg_jsonb(demand.with(**values).kept))
      expect { printed(docket) }.to raise_reason(JustSeal::Errors::Conflict, reason)
    end
    row.update(demand: Sequel.pg_jsonb(demand.kept), act: "approve")
    expect { printed(docket) }.to raise_reason(JustSeal::Errors::Conflict, :paper_only_signs)
    row.update(act: "sign")
    printed(docket)
    expect { printed(docket) }.to raise_reason(JustSeal::Errors::Conflict, :on_paper_already)
  end

  it "is forbidden by a rule, which the rulebook's review takes for a demand" do
    rulebook({ "title" => "On the screen", "kinds" => ["outside"], "no_paper" => true })
    expect { printed(offered) }.to raise_reason(JustSeal::Errors::Conflict, :paper_against_rules)
  ensure
    neutral_rulebook
  end

  it "lets the others wait or go on, and is ended when it is lost, or by the party in the room" do
    docket = offered(same_turn: true)
    copy = printed(docket, waits: true)
    expect { sign(docket, "B") }.to raise_reason(JustSeal::Errors::Conflict, :waits_for_paper)
    JustSeal::Operations::EndPaper.call(staff(:maren), number: docket.number, copy: 1, why: "lost")
    expect { bring(copy, "%PDF-1.7") }.to raise_reason(JustSeal::Errors::Conflict, :paper_not_open)
    printed(docket, waits: false)
    sign(docket, "B")
    visitor, = enter_room(docket, "A")
    mark = { "typed" => "Ines" }
    acting = lambda do
      sha256 = JustSeal::Operations::ViewDocument.call(visitor).last
      JustSeal::Operations::ActOnDocket.call(visitor, seen: { 1 => sha256 }, mark: mark)
    end
    expect(&acting).to raise_reason(JustSeal::Errors::Conflict, :signs_on_paper)
    JustSeal::Operations::EndPaper.by_party(visitor)
    acting.call
    expect(party(docket, "A").state).to eq("done")
    expect(JustSeal::Store::PaperCopy.where(docket_id: docket.id).order(:number).select_map(:ended_because))
      .to eq(%w[lost cancelled])
  end

  it "stands on what was printed, though another signed meanwhile, and is told so" do
    docket = offered(same_turn: true)
    copy = printed(docket, waits: false)
    before = document(docket).current_sha256
    sign(docket, "B")
    copy = bring(copy, scanned(copy))
    enter(copy)
    facts = entries_of(docket.number).find { |one| one["kind"] == "party.acted_on_paper" }["facts"]["documents"].first
    expect(facts["sha256_printed"]).to eq(before)
    expect(facts["sha256_seen"]).not_to eq(before)
  end

  it "ends with the seat of whoever had it, and with the docket" do
    docket = offered
    printed(docket)
    JustSeal::Operations::ReplaceParty.call(
      staff(:maren), number: docket.number, letter: "A", name: "Nils Vik", email: "nils@sanderling.example"
    )
    printed(docket)
    JustSeal::Operations::WithdrawDocket.call(staff(:maren), number: docket.number, reason: "No longer needed")
    expect(JustSeal::Store::PaperCopy.where(docket_id: docket.id).order(:number).select_map(:ended_because))
      .to eq(%w[replaced docket_ended])
  end

  it "is printed once, and taken in once, when two do it at once" do
    docket = offered
    made = at_once { printed(docket) }
    expect(made.map(&:class)).to contain_exactly(JustSeal::Store::PaperCopy, JustSeal::Errors::Conflict)
    copy = bring(printed_copy(docket), scanned(printed_copy(docket)))
    JustSeal::Store::PaperCopy.where(id: copy.id).update(
      state: "entered",
      entered_by: account(:maren).id,
      entered: Sequel.pg_jsonb("signed" => marks(copy), "seen" => names(copy), "typed" => {}, "day" => day)
    )
    looked_at = printed_copy(docket).looked_at
    taken = at_once do
      JustSeal::Operations::TakeInPaper.call(staff(:maren), number: docket.number, copy: 1, looked_at: looked_at)
    end
    expect(taken.map(&:class)).to contain_exactly(JustSeal::Store::PaperCopy, JustSeal::Errors::Conflict)
    expect(kinds(docket).count("party.acted_on_paper")).to eq(1)
  end

  it "is the only way by which a file comes to a field: one that is added in an update that signs nothing is told" do
    docket = offered(fields: [field("A"), field("A", "text", y: 200.0), field("B", y: 120.0)])
    bytes = office.blobs.get(document(docket).sent_sha256)
    %w[A-signature-1 A-text-1].each do |name|
      report = JustSeal::Core::Pdf::Check.call(attached_by_hand(bytes, name), roots: office.roots, at: office.now)
      expect([name, report.verdict, report.findings.map(&:code)]).to match([name, :altered, include(:field_of_another)])
    end
  end

  # +bytes+ with a file at the field +name+, in an update that signs nothing.
  def attached_by_hand(bytes, name)
    doc = HexaPDF::Document.new(io: StringIO.new(bytes))
    field = doc.acro_form.field_by_name(name)
    JustSeal::Core::Pdf::PaperSheets.attach(doc, field, name: "x.pdf", bytes: pdf, description: "x")
    StringIO.new("".b).tap { |out| doc.write(out, incremental: true) }.string
  end

  it "takes nothing of what was not looked at: other pages, or another entry, since it was shown" do
    docket = offered(record_class: paper_class)
    copy = bring(printed(docket), scanned(printed_copy(docket)))
    shown = printed_copy(docket).looked_at
    bring(copy, scanned(copy, degrees: 3), name: "again.pdf")
    changed = raise_reason(JustSeal::Errors::Conflict, :paper_changed)
    expect { enter(copy, looked_at: shown) }.to changed
    enter(copy)
    compared = printed_copy(docket).looked_at
    JustSeal::Operations::EnterPaper.new.take_back(staff(:maren), number: docket.number, copy: 1)
    enter(copy, place: "Elsewhere")
    confirm = lambda do |looked_at|
      JustSeal::Operations::TakeInPaper.call(
        staff(:tobias), number: docket.number, copy: 1, looked_at: looked_at, agreed: names(copy)
      )
    end
    expect { confirm.call(compared) }.to changed
    confirm.call(printed_copy(docket).looked_at)
    expect(party(docket, "A").state).to eq("done")
  end

  it "says which file can't be drawn, and does not try for ever" do
    docket = offered
    copy = printed(docket)
    allow(office.paper).to receive(:page).and_raise(JustSeal::Errors::Unavailable, :scan_not_read)
    expect(bring(copy, scanned(copy)).files.map(&:state)).to eq(["unreadable"])
  end

  it "is taken in by nobody for themselves" do
    docket = offered
    copy = bring(printed(docket), scanned(printed_copy(docket)))
    party(docket, "A").update(account_id: account(:maren).id, kind: "staff")
    expect { enter(JustSeal::Store::PaperCopy[copy.id]) }
      .to raise_reason(JustSeal::Errors::Forbidden, :own_identity)
  end

  def at_once
    Array.new(2) do
      Thread.new do
        yield
      rescue JustSeal::Error => e
        e
      end
    end.map(&:value)
  end

  # Page +number+ of +pack+ as a camera gives it.
  def picture(pack, number)
    Dir.mktmpdir do |folder|
      File.binwrite("#{folder}/pack.pdf", pack)
      page = (number + 1).to_s
      system(
        "pdftoppm",
        "-r",
        "130",
        "-jpeg",
        "-singlefile",
        "-f",
        page,
        "pack.pdf",
        "p",
        chdir: folder,
        exception: true
      )
      File.binread("#{folder}/p.jpg")
    end
  end

  # A class that takes paper on its strictest terms.
  def paper_class
    definition = JustSeal::Store::RecordClass.first(code: "MB").definition
    place = { "name" => "lies_at", "label" => "Paper lies at", "type" => "text" }
    terms = { "allowed" => true, "waits" => true, "two_persons" => true, "shows" => "pages", "place" => "lies_at" }
    JustSeal::Store::RecordClass.first(code: "PP") || JustSeal::Operations::DefineClass.call(
      staff(:maren),
      definition: definition.merge(
        "code" => "PP", "title" => "On paper", "particulars" => [*definition["particulars"], place], "paper" => terms
      )
    )
  end

  def printed_copy(docket) = JustSeal::Store::PaperCopy.where(docket_id: docket.id).order(:number).last

  def certificate(docket)
    version = JustSeal::Store::Version.first(docket_number: docket.number, kind: "certificate")
    office.blobs.get(version.sha256)
  end

  def text_of(bytes)
    Dir.mktmpdir do |folder|
      File.binwrite("#{folder}/a.pdf", bytes)
      `pdftotext -raw #{folder}/a.pdf -`.gsub(/\s+/, " ")
    end
  end
end
