# frozen_string_literal: true

RSpec.describe "Documents from templates" do
  ops = JustSeal::Operations
  let(:record_class) { JustSeal::Store::RecordClass.first(code: "MB") }

  define_method(:keep_template) do |bytes, **options|
    ops::SaveTemplate.call(
      staff(:maren),
      record_class: record_class,
      title: "",
      file_name: "Licence.docx",
      bytes: bytes,
      **options
    )
  end
  define_method(:begin_from) do |template|
    ops::OpenIntake.call(
      staff(:maren),
      record_class: record_class,
      case_file: JustSeal::Store::CaseFile.first(code: "BL-1"),
      template: template
    )
  end
  define_method(:fill) do |intake, particulars, title: "Licence, Knot"|
    ops::SaveIntake.call(
      staff(:maren),
      intake_id: intake.id,
      typed: { "titles" => { "new" => title }, "particulars" => particulars },
      record_class: record_class,
      case_file: intake.case_file
    )
    ops::AssembleDocument.call(staff(:maren), intake_id: intake.id).tap { work_jobs }.refresh
  end

  it "are filled from the particulars, looked at as a PDF, and kept with their source" do
    template, unknown = keep_template(docx("Licence for {{vessel}} from {{valid_from}}, {{berth}}"))
    expect([template.title, unknown]).to eq(["Licence", ["berth"]])
    intake = begin_from(template)
    file = fill(intake, { "vessel" => "MV Knot" })
    expect(file.marks.to_h.slice("missing", "unknown")).to eq("missing" => ["valid_from"], "unknown" => ["berth"])
    expect(words_of(office.blobs.get(file.pdf_sha256))).to include("Licence for MV Knot from ,")
    record = ops::KeepIntake.call(staff(:maren), intake_id: intake.id).first
    expect(record).to have_attributes(title: "Licence, Knot", particulars: { "vessel" => "MV Knot" })
    expect(
      record.versions_dataset.order(:number).select_map(
        %i[
          kind
          media
          why
        ]
      )
    ).to eq(
      [
        [
          "captured",
          "docx",
          { "reason" => "made_from_template", "facts" => { "title" => "Licence" } }.to_json
        ],
        ["converted", "pdf", { "reason" => "made_from_first" }.to_json]
      ]
    )
  end

  it "are made again when what is filled in changes, so that record and document agree" do
    intake = begin_from(keep_template(docx("{{vessel}}")).first)
    first = fill(intake, { "vessel" => "MV Knot" })
    ops::SaveIntake.call(
      staff(:maren),
      intake_id: intake.id,
      typed: { "titles" => { "new" => "Licence, Knot" }, "particulars" => { "vessel" => "MV Ruff" } },
      record_class: record_class,
      case_file: intake.case_file
    )
    expect do
      ops::KeepIntake.call(staff(:maren), intake_id: intake.id)
    end.to raise_reason(JustSeal::Errors::Conflict, :values_changed)
    fill(intake, { "vessel" => "MV Ruff" })
    expect(first.refresh.state).to eq("left_out")
    expect(ops::KeepIntake.call(staff(:maren), intake_id: intake.id).first.particulars["vessel"]).to eq("MV Ruff")
  end

  it "are not made of values that can't be read, nor without a title" do
    intake = begin_from(keep_template(docx("{{vessel}}")).first)
    expect do
      fill(intake, { "yearly_dues" => "much", "vessel" => "" }, title: " ")
    end.to raise_error(JustSeal::Errors::Invalid) { |e|
             expect(e.problems.keys).to contain_exactly("title", "particulars.yearly_dues")
           }
  end

  it "are refused when a block is not closed, or when they are none" do
    expect { keep_template(docx("{{#if vessel}} x")) }.to raise_reason(JustSeal::Errors::Invalid, :blocks_open)
    [pdf, "MZ program", "", docx("x")[0, 200]].each do |bytes|
      expect { keep_template(bytes) }.to raise_error(JustSeal::Errors::Invalid)
    end
  end

  it "are kept and retired by administrators" do
    template, = keep_template(docx("{{vessel}}"))
    expect { ops::SaveTemplate.new.retire(staff(:tobias), id: template.id) }.to raise_error(JustSeal::Errors::Forbidden)
    ops::SaveTemplate.new.retire(staff(:maren), id: template.id)
    expect(JustSeal::Store::DocumentTemplate.live.where(id: template.id)).to be_empty
    expect { ops::SaveTemplate.new.retire(staff(:maren), id: template.id) }.to raise_error(JustSeal::Errors::Missing)
  end
end
