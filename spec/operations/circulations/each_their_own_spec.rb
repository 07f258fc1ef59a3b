# frozen_string_literal: true

RSpec.describe JustSeal::Operations::CirculatedDocket do
  include Circulated

  people = "Who,E-mail,Vessel\nInes Halloran,%s,MV Ruff\nKit Marl,%s,MV Plover\n,nobody@sanderling.example,MV Gull\n"

  def addresses = @addresses ||= Array.new(2) { "#{SecureRandom.hex(5)}@sanderling.example" }

  def from_file(text, **given)
    circulation = take_people(draft_circulation({}, mode: "each", **given), text)
    columns = JustSeal::Queries::CirculationPlan.new(circulation, now: office.now).columns
    columns = columns.each_with_index.map { |id, index| index.zero? ? "name" : id }
    JustSeal::Operations::TakePeople.new.map(
      staff(:maren),
      number: circulation.number,
      edits: circulation.refresh.edits,
      columns: columns
    )
  end

  it "makes a record and a docket for each row of a file, with its particulars, and says which rows are wrong" do
    circulation = from_file(format(people, *addresses))
    plan = JustSeal::Queries::CirculationPlan.new(circulation, now: office.now)
    expect(plan.faults.map { |one| [one.line, reason_of(one.problem)] }).to eq([[4, :name_missing]])
    JustSeal::Operations::StartCirculation.call(staff(:maren), number: circulation.number)
    work_jobs
    records = circulation.recipients.map { |one| document(one.docket).record }
    expect(records.map { |one| [one.title, one.particulars["vessel"], one.docket_state] }).to eq(
      [["Procedure 14: Ines Halloran", "MV Ruff", "out"], ["Procedure 14: Kit Marl", "MV Plover", "out"]]
    )
    expect(circulation.recipients.map { |one| document(one.docket).sent_sha256 }.uniq).to eq(
      [circulation.refresh.frozen_sha256]
    )
  end

  it "asks by text message whom the file gives no mail address, each number once" do
    number = "+47 901 #{SecureRandom.random_number(10**5).to_s.rjust(5, "0")}"
    rows = ["Ines Halloran,,#{number}", "Kit Marl,#{addresses[0]},", "Nils Vik,,#{number.delete(" ")}", "Lone Ek,,"]
    circulation = take_people(
      draft_circulation({}, mode: "each"), ["Name,E-mail,Telephone", *rows].join("\n")
    )
    plan = JustSeal::Queries::CirculationPlan.new(circulation.refresh, now: office.now)
    faults = plan.faults.map { |one| [one.line, reason_of(one.problem)] }
    expect(faults).to eq([[4, :person_twice], [5, :email_missing]])
    JustSeal::Operations::StartCirculation.call(staff(:maren), number: circulation.number)
    work_jobs
    expect(standings(circulation)).to eq("invited" => 2)
    expect(texts_to(number).first).to include("asks you to acknowledge", "/room/")
    shown = JustSeal::Queries::CirculationProgress.new(circulation, given: { "find" => number[0, 7] }).each
    expect(shown.map { |row| row[:reached_at] }).to eq([number])
  end

  it "seals what each did for themselves" do
    circulation = from_file(format(people, *addresses))
    JustSeal::Operations::StartCirculation.call(staff(:maren), number: circulation.number)
    work_jobs
    recipient = act_on(circulation.recipients.first)
    expect(recipient.docket.state).to eq("sealed")
    bytes = office.blobs.get(document(recipient.docket).sealed_sha256)
    expect(JustSeal::Core::Pdf::Check.call(bytes, roots: office.roots, at: office.now).verdict).to be(:intact)
    expect(standings(circulation)).to eq("done" => 1, "invited" => 1)
  end

  it "keeps with a person why they could not be asked, and asks the others" do
    text = "Who,E-mail,Vessel,Telephone\nInes Halloran,%s,MV Ruff,\nKit Marl,%s,MV Plover,0000 77 12\n"
    circulation = from_file(format(text, *addresses), least_level: 2)
    JustSeal::Operations::StartCirculation.call(staff(:maren), number: circulation.number)
    work_jobs
    first, second = circulation.recipients
    expect(reason_of(JustSeal::Core::Problem.read(first.problem))).to eq(:floor_not_reached)
    expect(second.docket.state).to eq("out")
    expect(second.party.demand.to_h).to include("floor" => 2, "sender" => 2)
  end

  # Of a draft with its document: who signs, and the harbour after them.
  def consent_template
    made = JustSeal::Queries::TemplateFrom.new(ready_draft, "Consent to be filmed", files: true)
    JustSeal::Operations::SaveDocketTemplate.call(staff(:maren), definition: made.definition, known: made.kept)
  end

  it "makes dockets of a template, with particulars and fields, for people of a file" do
    circulation = JustSeal::Operations::DraftCirculation.call(
      staff(:maren),
      template: consent_template,
      case_file: JustSeal::Store::CaseFile.first(code: "BL-1")
    )
    circulation = JustSeal::Operations::EditCirculation.call(
      staff(:maren),
      number: circulation.number,
      edits: 0,
      choice: {},
      title: "Consent",
      act: "sign",
      message: "",
      due_days: 5
    )
    rows = [["Ines Halloran", addresses[0], "MV Ruff"], ["Kit Marl", addresses[1], "MV Gull"]]
    take_people(circulation, ["Name,E-mail,Vessel", *rows.map { |row| row.join(",") }].join("\n"))
    expect(JustSeal::Queries::CirculationPlan.new(circulation.refresh, now: office.now).points).to eq([])
    JustSeal::Operations::StartCirculation.call(staff(:maren), number: circulation.number)
    work_jobs
    expect(standings(circulation)).to eq("invited" => 2)
    docket = circulation.recipients.first.docket
    expect(document(docket).record.particulars.to_h).to include("vessel" => "MV Ruff")
    expect(document(docket).fields.map(&:kind)).to include("signature")
    expect(docket.parties.map(&:name)).to include("Ines Halloran")
  end
end
