# frozen_string_literal: true

RSpec.describe JustSeal::Operations::FillIntake do
  ops = JustSeal::Operations

  def opened(*names)
    intake = JustSeal::Operations::OpenIntake.call(
      staff(:maren),
      record_class: JustSeal::Store::RecordClass.first(code: "MB"),
      case_file: JustSeal::Store::CaseFile.first(code: "BL-1")
    )
    names.each do |name|
      JustSeal::Operations::AddToIntake.call(staff(:maren), intake_id: intake.id, bytes: pdf(name), file_name: name)
    end
    work_jobs
    intake
  end

  def fill(intake, text) = described_class.call(staff(:maren), intake_id: intake.id, text: text)
  def form(intake) = JustSeal::Queries::IntakeForm.new(intake.refresh)

  it "types titles and particulars by the names of files, and tells which names no file has" do
    intake = opened("One.pdf", "two.pdf")
    table = "file,title,vessel\none.pdf,Berth 1,MV One\ntwo.pdf,,MV Two\nthree.pdf,x,y\n"
    expect(fill(intake, table)).to eq([2, ["three.pdf"]])
    given = form(intake).files.map { |file| form(intake).given(file) }
    expect(given.map { |one| one.particulars["vessel"] }).to eq(["MV One", "MV Two"])
    expect(given.first.title).to eq("Berth 1")
    kept = ops::KeepIntake.call(staff(:maren), intake_id: intake.id)
    expect(kept.map { |record| record.particulars["vessel"] }).to contain_exactly("MV One", "MV Two")
  end

  it "types those of one file alone as those of all" do
    intake = opened("alone.pdf")
    fill(intake, "file,title,vessel\nalone.pdf,Alone,MV Alone\n")
    expect(form(intake).given(form(intake).single).particulars["vessel"]).to eq("MV Alone")
  end

  it "refuses columns that the class has not, and changes nothing then" do
    intake = opened("a.pdf")
    before = intake.refresh.typed
    expect { fill(intake, "file,tonnage\na.pdf,5\n") }.to raise_error(JustSeal::Errors::Invalid)
    expect(intake.refresh.typed).to eq(before)
  end
end
