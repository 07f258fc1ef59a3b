# frozen_string_literal: true

RSpec.describe "Capturing without a class" do
  include Pages

  let(:intake) { JustSeal::Operations::OpenIntake.call(staff(:maren), case_file: case_file) }
  let(:case_file) { JustSeal::Store::CaseFile.first(code: "BL-1") }
  let(:berths) { JustSeal::Store::RecordClass.first(code: "MB") }

  def add
    JustSeal::Operations::AddToIntake.call(staff(:maren), intake_id: intake.id, bytes: pdf, file_name: "one.pdf")
    work_jobs
  end

  def save(record_class, **particulars)
    JustSeal::Operations::SaveIntake.call(
      staff(:maren),
      intake_id: intake.id,
      record_class: record_class,
      case_file: case_file,
      typed: { "particulars" => particulars.transform_keys(&:to_s) }
    )
    work_jobs
  end

  def keep = JustSeal::Operations::KeepIntake.call(staff(:maren), intake_id: intake.id)

  it "presets none: nothing is asked and nothing is kept until somebody has chosen" do
    add
    expect { keep }.to raise_error(JustSeal::Errors::Invalid) { |e| expect(e.problems).to eq("class" => :choose_class) }
    save(nil)
    expect(intake.refresh).to be_class_open
    save(berths, vessel: "MV Knot")
    expect(intake.refresh).not_to be_class_open
    record = keep.first
    expect([record.record_class_id, record.particulars["vessel"]]).to eq([berths.id, "MV Knot"])
  end

  it "offers to choose one, and then says which particulars are needed for each of several files" do
    2.times { add }
    sign_in :maren
    open_page("/records/capture/#{intake.id}")
    expect(page.css("select[name=class] option[selected]").map { |one| one["value"] }).to eq([""])
    expect(page.css("#common input")).to be_empty
    save(berths)
    open_page("/records/capture/#{intake.id}")
    vessel = page.at("#common label[for='f-particulars-vessel-']")
    expect(vessel.text).to include(t("components.particular_field.needed_each"))
  end
end
