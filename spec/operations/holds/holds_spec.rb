# frozen_string_literal: true

RSpec.describe JustSeal::Operations::PlaceHold do
  include Retained
  include Held

  ops = JustSeal::Operations
  errors = JustSeal::Errors

  before { open_office }

  after do
    lift_holds
    close_office
  end

  def held?(record) = JustSeal::Queries::Holds.over(record.refresh).any?

  it "holds records, case files and classes with what is beneath them, at once and from then on" do
    above = kept_class
    below = kept_class(parent: above)
    file = case_file
    records = [kept_record(kept_class), kept_record(kept_class, case_file: file), kept_record(below)]
    free = kept_record(kept_class)
    hold("record" => [records.first.number.downcase], "case_file" => [file.code], "class" => [above])
    expect([*records, free].map { |one| held?(one) }).to eq([true, true, true, false])
    expect(held?(kept_record(below))).to be(true)
  end

  it "holds what a person is a party of, or is named in" do
    docket = sent_docket(record: kept_record(kept_class))
    mail = party(docket, "A").email
    named = capture(particulars: { "vessel" => "Ruth Halvard" })
    free = capture(particulars: { "vessel" => "Ruth" })
    hold("person" => [mail.upcase, "ruth halvard"])
    records = [document(docket).record, named, free]
    expect(records.map { |one| held?(one) }).to eq([true, true, false])
  end

  it "holds what a find finds, and what an inquiry is about" do
    code = kept_class
    found, other = [{ title: "Zandtwerf quarrel" }, {}].map { |options| kept_record(code, **options) }
    hold("find" => [{ "title" => "Quarrels", "given" => { "find" => "zandtwerf" } }])
    expect([found, other].map { |one| held?(one) }).to eq([true, false])
    inquiry = inquiry_about(code)
    hold("inquiry" => [inquiry.number])
    expect(held?(other)).to be(true)
  end

  it "tells its chain and every record's" do
    record = kept_record(kept_class)
    one = hold("record" => [record.number])
    work_jobs
    expect(entries_of(one.number).last["facts"]).to include(
      "terms" => ["record #{record.number}"],
      "reason" => "A claim."
    )
    expect(entries_of(record.number).last).to include("kind" => "record.held", "facts" => { "hold" => one.number })
    lift(one)
    work_jobs
    expect(entries_of(one.number).map { |entry| entry["kind"] }).to eq(%w[hold.placed hold.lift_asked hold.lifted])
    expect(entries_of(record.number).last["kind"]).to eq("record.released")
    expect(held?(record)).to be(false)
  end

  it "gets wider, and stays what it was when the record goes elsewhere" do
    file = case_file
    record = kept_record(kept_class, case_file: file)
    other = kept_record(kept_class)
    one = hold("case_file" => [file.code])
    work_jobs
    described_class.new.widen(staff(:edda), number: one.number, terms: { "record" => [other.number, record.number] })
    expect(held?(other)).to be(true)
    record.update(case_file_id: other.case_file_id)
    expect(held?(record)).to be(true)
  end

  it "says all that is wrong with it" do
    given = { "record" => ["NO-1"], "case_file" => ["NONE"], "class" => ["NONE"], "inquiry" => ["Q-1"] }
    expect { ops::PlaceHold.call(staff(:maren), title: " ", reason: "", terms: given) }
      .to raise_error(errors::Invalid) { |e|
            expect(e.problems.keys).to contain_exactly("title", "reason", *given.keys)
          }
    expect { hold }.to raise_error(errors::Invalid)
    expect { hold("class" => ["MB"], actor: staff(:tobias)) }.to raise_error(errors::Forbidden)
  end

  it "is lifted by two persons, and by nobody alone" do
    one = hold("class" => [kept_class])
    lifting = ops::LiftHold.new
    expect { lifting.call(staff(:edda), number: one.number) }.to raise_error(errors::Conflict)
    expect { lifting.ask(staff(:edda), number: one.number, because: " ") }.to raise_error(errors::Invalid)
    lifting.ask(staff(:edda), number: one.number, because: "Settled.")
    expect { lifting.call(staff(:edda), number: one.number) }.to raise_error(errors::Forbidden)
    lifting.leave(staff(:maren), number: one.number)
    expect(one.refresh).to have_attributes(lift_asked_by: nil, live?: true)
    lifting.ask(staff(:edda), number: one.number, because: "Settled.")
    lifting.call(staff(:maren), number: one.number)
    expect(one.refresh.live?).to be(false)
    expect { lifting.ask(staff(:edda), number: one.number, because: "x") }.to raise_error(errors::Conflict)
  end

  it "can't be lifted by one person, not even by hand" do
    one = hold("class" => [kept_class])
    id = account(:maren).id
    expect { one.this.update(lift_asked_by: id, lifted_by: id, lifted_at: Time.now) }
      .to raise_error(Sequel::CheckConstraintViolation)
    expect { one.this.delete }.to raise_error(Sequel::DatabaseError, /permission denied/)
  end

  describe "what is held" do
    let(:record) { kept_record(kept_class) }

    def refused = raise_error(JustSeal::Errors::Conflict) { |e| expect(e.reason).to eq(:record_held) }

    it "is not corrected, taken, superseded, written, or moved with its case file or class" do
      code = kept_class
      file = case_file
      one = kept_record(code, case_file: file)
      hold("record" => [one.number])
      expect { correct(one, "ends_on" => "2026-01-01") }.to refused
      expect { ops::TakeForRevision.call(staff(:maren), number: one.number) }.to refused
      expect { ops::SupersedeRecord.call(staff(:maren), number: one.number, by: record.number) }.to refused
      place = [[one.number, 1, 1, 90]]
      expect { ops::ArrangePages.call(staff(:maren), number: one.number, places: place) }.to refused
      expect { move_case_file(file) }.to refused
      expect { move_class(code) }.to refused
    end

    it "lets its docket go on, and stay where it lies" do
      one = hold("record" => [record.number])
      docket = sent_docket(record: record)
      %w[A B].each { |letter| sign(docket, letter) }
      expect(docket.refresh.state).to eq("sealed")
      expect(one.refresh.live?).to be(true)
    end

    it "stops its dockets where the hold says so, and lets them go on once it is lifted" do
      docket = sent_docket(record: record)
      visitor, sha256 = enter_room(docket, "A")
      one = hold("record" => [record.number], stops_dockets: true)
      act = -> { ops::ActOnDocket.call(visitor, seen: { 1 => sha256 }, mark: { "typed" => "Ines Halloran" }) }
      expect { act.call }.to raise_error(errors::Conflict) { |e| expect(e.reason).to eq(:docket_stopped) }
      clock.offset = 11 * 86_400
      work_jobs
      expect(docket.refresh.state).to eq("out")
      clock.offset = 0
      lift(one)
      work_jobs
      act.call
      expect(party(docket, "A").state).to eq("done")
    end

    it "is not sent where the hold stops dockets" do
      draft = ready_draft(record: record)
      hold("record" => [record.number], stops_dockets: true)
      expect { ops::SendDocket.call(staff(:maren), number: draft.number) }.to refused
      expect { ops::DraftDocket.call(staff(:maren), record: record) }.to refused
    end
  end

  it "waits for whoever changes a record at this moment, and lets nobody begin meanwhile" do
    record = kept_record(kept_class)
    passed = Queue.new
    go_on = Queue.new
    changing = Thread.new do
      JustSeal::Store.transaction do
        ops::HoldGate.pass(record)
        passed << true
        go_on.pop
        record.this.update(title: "Changed in time")
      end
    end
    passed.pop
    placing = Thread.new { hold("record" => [record.number]) }
    expect(placing.join(0.3)).to be_nil
    go_on << true
    [changing, placing].each(&:join)
    expect(record.refresh.title).to eq("Changed in time")
    expect { correct(record, {}) }.to raise_error(errors::Conflict)
  end

  it "asks as many queries for many records as for one" do
    code = kept_class
    records = Array.new(3) { kept_record(code) }
    hold("class" => [code])
    few = queries { JustSeal::Queries::Holds.among([records.first.id]) }
    expect(queries { JustSeal::Queries::Holds.among(records.map(&:id)) }).to eq(few)
  end
end
