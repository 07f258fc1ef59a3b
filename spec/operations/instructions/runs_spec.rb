# frozen_string_literal: true

RSpec.describe JustSeal::Operations::RunStep do
  include Instructed

  ops = JustSeal::Operations

  before { open_office }

  after do
    stop_instructions
    close_office
  end

  it "prepares, sends, waits, writes typed values back, renames, and tells it all under two names" do
    steps = [
      sign_step,
      { "kind" => "write", "values" => { "yearly_dues" => "1200" } },
      { "kind" => "rename", "title" => "Licence {{vessel}}, order {{typed.order}}" },
      { "kind" => "notify", "message" => "{{number}} is done." }
    ]
    made = instruction(steps: steps)
    record = licence
    work_jobs
    run = runs(made).last
    expect(run.values).to include(state: "docket", step: 0)
    docket = run.docket
    expect(docket).to have_attributes(state: "out", owner_id: account(:maren).id)
    expect(docket.parties.map(&:name)).to eq(["Ines Vale", "Joss Test"])
    expect(entries_of(docket.number).first["actor"]).to include("name" => "Maren Test", "run" => run.number)
    visitor, = enter_room(docket, "A")
    ops::SaveTyped.call(visitor, typed: { "order" => "4711" })
    sign(docket, "A", visitor: visitor)
    sign(docket, "B", mark: { "typed" => "Joss Test" })
    expect([run.refresh.state, run.problem]).to eq(["done", nil])
    expect(record.refresh.title).to eq("Licence MV Knot, order 4711")
    expect(record.particulars.to_h).to include("yearly_dues" => "1200", "order" => "4711")
    expect(kinds_of_run(run).last).to eq("instruction.run_ended")
    expect(mails_to("maren@ravensholm.example").first.text_part.decoded).to include("#{record.number} is done.")
  end

  # What a member of staff does without a line of code more than the page needs.
  def refuse(docket)
    ops = JustSeal::Operations
    visitor, = enter_room(docket, "A")
    ops::RefuseDocket.call(visitor, reason: "Not like this.")
    work_jobs
  end

  it "waits for a person to look at its draft, and goes on when they have sent it" do
    made = instruction(steps: [sign_step(go: "look")])
    licence
    work_jobs
    run = runs(made).last
    expect([run.state, run.docket.state]).to eq(%w[look draft])
    ops::SendDocket.call(staff(:maren), number: run.docket.number)
    work_jobs
    expect(run.refresh.state).to eq("docket")
  end

  it "asks a person when somebody refuses, and prepares another when it is tried again" do
    made = instruction(steps: [sign_step])
    licence
    work_jobs
    run = runs(made).last
    first = run.docket
    refuse(first)
    expect(run.refresh.state).to eq("person")
    expect(JustSeal::Words.kept(run.problem)).to include(first.number)
    expect(mails_to("maren@ravensholm.example").first.subject).to include("somebody is wanted")
    ops::SteerRun.new.retry(staff(:maren), number: run.number)
    work_jobs
    expect(run.refresh).to have_attributes(state: "docket", tries: 1)
    expect(run.docket.number).not_to eq(first.number)
    expect { ops::SteerRun.new.end(staff(:joss), number: run.number) }.to raise_error(JustSeal::Errors::Forbidden)
    ops::SteerRun.new.end(staff(:maren), number: run.number)
    expect(kinds_of_run(run).last).to eq("instruction.run_ended")
  end

  it "prepares anew by itself where that is said, three times at most" do
    made = instruction(steps: [sign_step(refused: "anew")])
    licence
    work_jobs
    run = runs(made).last
    3.times { refuse(run.refresh.docket) }
    expect(run.refresh).to have_attributes(state: "person", tries: 2)
    expect(JustSeal::Store.db[:instruction_dockets].where(run_id: run.id).count).to eq(3)
  end

  it "takes the branch that the values say, and stops where the value is missing" do
    steps = [
      { "kind" => "rename", "title" => "Dear", "when" => "yearly_dues >= 50000" },
      { "kind" => "rename", "title" => "Cheap", "otherwise" => true }
    ]
    made = instruction(steps: steps)
    dear = licence("yearly_dues" => "60000")
    cheap = licence("yearly_dues" => "100")
    unknown = licence
    work_jobs
    expect([dear, cheap].map { |one| one.refresh.title }).to eq(%w[Dear Cheap])
    expect(runs(made).map(&:state)).to eq(%w[done done person])
    expect(runs(made).first.course.map { |one| one["passed"] }).to eq([false, true])
    expect(unknown.refresh.title).to eq("Licence, MV Knot")
  end

  it "begins when a record comes to a value, once, and again only after it had lost it" do
    made = instruction(
      on: "value",
      when: "yearly_dues >= 50000 EUR",
      steps: [{ "kind" => "notify", "message" => "Dear" }]
    )
    record = licence("yearly_dues" => "100")
    change = lambda do |dues|
      record.refresh
      given = { "vessel" => "MV Knot", "yearly_dues" => dues }
      ops::CorrectRecord.call(
        staff(:maren),
        number: record.number,
        edits: record.edits,
        title: record.title,
        particulars: given,
        case_file: record.case_file
      )
      work_jobs
      runs(made).size
    end
    expect(%w[60000 70000 10 80000].map(&change)).to eq([1, 1, 1, 2])
  end

  it "begins when a date comes near, once for each date, and not for one that has passed" do
    today = office.zone.to_local(office.now).to_date
    made = instruction(on: "date", name: "valid_to", days: 60, steps: [{ "kind" => "notify", "message" => "Soon" }])
    near = licence("valid_to" => (today + 59).iso8601)
    licence("valid_to" => (today + 61).iso8601)
    licence("valid_to" => (today - 1).iso8601)
    2.times { ops::FindNearDates.call }
    expect(runs(made).map(&:record_id)).to eq([near.id])
  end

  it "begins no more a day than it says, asks once, and lets go on as many as somebody wants" do
    made = instruction(limit: 2, steps: [{ "kind" => "rename", "title" => "Seen" }])
    5.times { licence }
    work_jobs
    expect(runs(made).map(&:state)).to eq(%w[done done limit limit limit])
    told = mails_to("maren@ravensholm.example").count { |mail| mail.text_part.decoded.include?(made.number) }
    expect(told).to eq(1)
    expect(ops::SteerRun.new.release(staff(:maren), number: made.number, most: 2)).to eq(2)
    work_jobs
    expect(runs(made).map(&:state)).to eq(%w[done done done done limit])
    expect(ops::SteerRun.new.drop(staff(:maren), number: made.number)).to eq(1)
  end

  it "finds two that begin each other, stops the one that comes back to itself, and tells its owner" do
    dear = "yearly_dues >= 50000 EUR"
    up = instruction(on: "value", when: dear, steps: [{ "kind" => "write", "values" => { "yearly_dues" => "1" } }])
    cheap = "yearly_dues < 50000 EUR"
    down = instruction(
      on: "value", when: cheap, steps: [{ "kind" => "write", "values" => { "yearly_dues" => "50000" } }]
    )
    licence("yearly_dues" => "60000")
    work_jobs
    expect([up, down].map { |one| runs(one).map(&:state) }).to eq([%w[done loop], %w[done]])
    expect(up.refresh.paused_at).to be_truthy
    expect(mails_to("maren@ravensholm.example").first.subject).to include("led to itself")
    expect(JustSeal::Words.kept(runs(up).last.problem)).to include(runs(down).first.number)
  end

  it "acts with the rights of whoever wrote it, as they are today" do
    made = instruction(by: :joss, steps: [{ "kind" => "rename", "title" => "Touched" }])
    limits = { "see" => { "units" => ["Somewhere else"] } }
    hidden = JustSeal::Store::CaseFile.create(
      code: "HID-#{SecureRandom.hex(3).upcase}",
      title: SecureRandom.hex(4),
      opened_at: Time.now,
      access: Sequel.pg_jsonb(limits)
    )
    secret = capture(
      record_class: instructed_class, case_file: hidden, particulars: { "vessel" => "MV Veil" }, title: "Secret"
    )
    work_jobs
    expect(runs(made)).to be_empty
    account(:joss).update(role: "auditor")
    open = licence
    work_jobs
    expect(runs(made).map(&:state)).to eq(["person"])
    expect([secret, open].map { |one| one.refresh.title }).to eq(["Secret", "Licence, MV Knot"])
  ensure
    account(:joss).update(role: "sender")
  end

  it "asks an administrator where whoever wrote it has left, and keeps no other from beginning" do
    gone = instruction(by: :joss, steps: [{ "kind" => "rename", "title" => "Touched" }])
    other = instruction(steps: [{ "kind" => "rename", "title" => "Named" }])
    account(:joss).update(status_id: 3)
    record = licence
    work_jobs
    expect([gone, other].map { |one| runs(one).map(&:state) }).to eq([["person"], ["done"]])
    expect(record.refresh.title).to eq("Named")
    expect(entries_of(runs(gone).first.number).map { |one| one["actor"]["kind"] }.uniq).to eq(["system"])
    told = ->(name) { mails_to("#{name}@ravensholm.example").map { |mail| mail.text_part.decoded }.join }
    expect(told.call("maren")).to include("whose account has ended", gone.number)
    expect(told.call("joss")).not_to include(gone.number)
  ensure
    account(:joss).update(status_id: 2)
  end

  it "begins for records of its own class alone" do
    made = instruction(on: "called", steps: [{ "kind" => "rename", "title" => "Touched" }])
    expect { ops::BeginByCall.call(staff(:maren), number: made.number, record: capture, key: "call:other") }
      .to raise_error(JustSeal::Errors::Invalid)
    expect(runs(made)).to be_empty
  end

  it "waits where it is published by nobody, and says who may not publish" do
    JustSeal::Store::OfficeChoices.set("rulebook_alone", "no")
    made = instruction(steps: [{ "kind" => "rename", "title" => "Touched" }])
    licence
    work_jobs
    expect(runs(made)).to be_empty
    expect { ops::PublishInstruction.call(staff(:maren), number: made.number, version: 1) }
      .to raise_error(JustSeal::Errors::Forbidden)
    ops::PublishInstruction.call(staff(:edda), number: made.number, version: 1)
    expect(entries_of(made.number).map { |one| one["kind"] }).to eq(%w[instruction.written instruction.published])
    licence
    work_jobs
    expect(runs(made).map(&:state)).to eq(["done"])
  ensure
    JustSeal::Store::OfficeChoices.set("rulebook_alone", "yes")
  end

  it "sends once, however many processes follow a run, and wherever one of them dies" do
    made = instruction(steps: [sign_step])
    licence
    JustSeal::Jobs::FollowEvent.run(
      *JustSeal::Store.db[:que_jobs].order(:id).where(
        job_class: "JustSeal::Jobs::FollowEvent"
      ).get(:args)
    )
    run = runs(made).last
    expect(described_class.call(run.id)).to be(:on) # prepared
    died = described_class.new
    died.send(:before, run.refresh) # sent, and not told
    answers = Array.new(3) { Thread.new { JustSeal::Jobs::FollowRun.run(run.id) } }
    answers.each(&:join)
    work_jobs
    expect(run.refresh.state).to eq("docket")
    dockets = JustSeal::Store.db[:instruction_dockets].where(run_id: run.id).select_map(:docket_id)
    expect(dockets).to eq([run.docket_id])
    expect(kinds(run.docket).count("docket.sent")).to eq(1)
    expect(kinds_of_run(run).count("instruction.run_waits")).to eq(1)
  end
end
