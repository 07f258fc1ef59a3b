# frozen_string_literal: true

RSpec.describe JustSeal::Queries::Questions::WithoutPerson do
  include Described
  include Instructed

  after { stop_instructions }

  def answer
    today = office.zone.to_local(office.now).to_date.iso8601
    scope = JustSeal::Queries::InquiryScope.new(
      { "from" => today, "until" => today, "classes" => ["IN"] },
      zone: office.zone
    )
    described_class.new(scope).call
  end

  def rows(name) = answer["lists"].find { |list| list["name"] == name }["rows"]

  def figures = answer["figures"].to_h { |one| one.values_at("name", "value") }

  it "tells what programs and instructions did, and leaves out what people did" do
    made = instruction(steps: [sign_step])
    before = figures
    licence
    _, secret = JustSeal::Operations::KeepTokens.new.make(staff(:maren), name: "Crane", scopes: %w[write], days: 1)
    file = Rack::Test::UploadedFile.new(StringIO.new(pdf), "application/pdf", original_filename: "licence.pdf")
    form = { "file" => file, "title" => "By crane", "class" => "IN", "case_file" => "BL-1" }
    values = { "vessel" => "MV Jib", "skipper" => "Kai Roe", "skipper_mail" => "kai@roe.example" }
    captured = ask("post", "/records", by: secret, form: form.merge("particulars" => values))
    work_jobs
    expect(rows("by_program").find { |row| row[0] == "Crane" }.first(3)).to eq(["Crane", "Maren Test", 1])
    expect(rows("by_instruction").find { |row| row[0] == made.number }).to include("For a spec", "Maren Test", 2)
    done = rows("done").map { |row| row.values_at(0, 1) }
    expect(done).to include([captured["number"], "record.captured"], [runs(made).first.docket.number, "docket.sent"])
    more = figures.to_h { |name, value| [name, value - before.fetch(name)] }
    expect(more).to include("sent" => 2, "captured" => 1)
  end

  it "is found among the entries, by what did it" do
    instruction(steps: [{ "kind" => "rename", "title" => "By run" }])
    record = licence
    work_jobs
    found = lambda { |by|
      JustSeal::Queries::EntryFind.new({ "chain" => record.number, "by" => by }, zone: office.zone).page.rows
    }
    expect(found.call("run").map { |row| row[:kind] }).to eq(["record.corrected"])
    expect(found.call("program")).to be_empty
    sign_in :edda
    open_page("/evidence/entries?by=run&chain=#{record.number}")
    expect(text).to include("by standing instruction, run")
    expect(open_page("/evidence/entries?kind=instruction.run_started")).to eq(200)
    expect(page.at("table a[href^='/rules/instructions/']")).to be_truthy
  end

  it "is found by its index" do
    plan = JustSeal::Queries::MachineEntries.of(JustSeal::Store.db[:ledger_entries]).order(:at).limit(5)
    JustSeal::Store.db.transaction do
      JustSeal::Store.db.run("SET LOCAL enable_seqscan = off")
      expect(plan.explain).to include("ledger_entries_by_machine")
    end
  end
end
