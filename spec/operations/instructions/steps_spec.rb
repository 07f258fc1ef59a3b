# frozen_string_literal: true

RSpec.describe JustSeal::Operations::RunSteps do
  include Instructed

  ops = JustSeal::Operations

  before { open_office }

  after do
    stop_instructions
    close_office
  end

  it "moves a record to a place that is there or is made, and asks where whoever instructs can't make it" do
    place = "Dear #{SecureRandom.hex(3)}"
    steps = [{ "kind" => "move", "place" => "#{place}/{{vessel}}" }]
    made = instruction(steps: steps)
    record = licence
    work_jobs
    expect(runs(made).last.state).to eq("done")
    expect(record.refresh.case_file.path.map(&:title)).to eq([place, "MV Knot"])
    ops::PublishInstruction.new.pause(staff(:maren), number: made.number, reason: "Enough.")
    other = instruction(by: :joss, steps: [{ "kind" => "move", "place" => "Nowhere #{SecureRandom.hex(3)}" }])
    licence(by: staff(:joss))
    work_jobs
    expect(runs(other).last.state).to eq("person")
    ops::PublishInstruction.new.pause(staff(:joss), number: other.number, reason: "Enough.")
    ruleless = instruction(steps: [{ "kind" => "move" }])
    licence
    work_jobs
    expect(JustSeal::Words.kept(runs(ruleless).last.problem)).to eq(I18n.t("errors.instruction_no_filing_rule"))
  end

  it "circulates the record, once, and goes on" do
    steps = [
      { "kind" => "circulate", "people" => "Bryn Tallis <bryn@gang.example>", "act" => "acknowledge", "days" => 5 },
      { "kind" => "rename", "title" => "Went round" }
    ]
    made = instruction(steps: steps)
    record = licence
    work_jobs
    circulation = JustSeal::Store::Circulation.where(record_id: record.id).all
    expect(circulation.size).to eq(1)
    expect(circulation.first.recipients.map(&:name)).to eq(["Bryn Tallis"])
    expect([runs(made).last.state, record.refresh.title]).to eq(["done", "Went round"])
    expect(entries_of(circulation.first.number).first["actor"]).to include("run" => runs(made).last.number)
  end

  it "asks a person where nobody of those named can be asked" do
    made = instruction(steps: [{ "kind" => "circulate", "people" => "nobody", "act" => "sign", "days" => 5 }])
    record = licence
    work_jobs
    expect(runs(made).last.state).to eq("person")
    expect(JustSeal::Store::Circulation.where(record_id: record.id).count).to eq(0)
  end

  it "begins another instruction, which is stopped where it would begin the first again" do
    second = instruction(on: "called", steps: [{ "kind" => "rename", "title" => "By the second" }])
    first = instruction(steps: [{ "kind" => "begin", "instruction" => second.number }])
    record = licence
    work_jobs
    expect(record.refresh.title).to eq("By the second")
    expect(runs(second).last.origin).to eq(runs(first).last)
  end

  it "makes a record of the template's own document, and goes on with it" do
    draft = ready_draft(record: licence)
    made_of = JustSeal::Queries::TemplateFrom.new(draft.refresh, "Own form", files: true)
    template = ops::SaveDocketTemplate.call(staff(:maren), definition: made_of.definition, known: made_of.kept)
    ops::WithdrawDocket.call(staff(:maren), number: draft.number, reason: "It was only for its template.")
    step = sign_step(template: template.code, makes: true, place: "BL-1", go: "look")
    made = instruction(on: "called", steps: [step])
    record = licence("order" => "4711")
    ops::BeginByCall.call(staff(:maren), number: made.number, record: record, key: "call:1")
    work_jobs
    run = runs(made).last
    expect(run.state).to eq("look"), JustSeal::Words.kept(run.problem).to_s
    fresh = run.record
    expect(fresh.id).not_to eq(record.id)
    expect(fresh.particulars.to_h).to include("vessel" => "MV Knot")
    expect(run.docket.to_sign.first.record_id).to eq(fresh.id)
  end

  it "ends the run and tells its owner where a docket lapses and that is said" do
    made = instruction(steps: [sign_step(lapsed: "end")])
    licence
    work_jobs
    docket = runs(made).last.docket
    clock.offset = 60 * 86_400
    JustSeal::Jobs::LapseDocket.run(docket.id)
    work_jobs
    expect([docket.refresh.state, runs(made).last.state]).to eq(%w[lapsed ended])
    expect(mails_to("maren@ravensholm.example").map(&:subject).join).to include("a run has ended")
  end

  it "tells those who are named, and asks where one of them has gone" do
    made = instruction(
      steps: [
        {
          "kind" => "notify",
          "to" => "edda@ravensholm.example",
          "message" => "{{vessel}} is here"
        }
      ]
    )
    licence
    work_jobs
    expect(mails_to("edda@ravensholm.example").first.text_part.decoded).to include("MV Knot is here")
    ops::PublishInstruction.new.pause(staff(:maren), number: made.number, reason: "Enough.")
    gone = instruction(steps: [{ "kind" => "notify", "to" => "gone@ravensholm.example", "message" => "x" }])
    licence
    work_jobs
    expect(runs(gone).last.state).to eq("person")
  end
end
