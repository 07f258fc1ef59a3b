# frozen_string_literal: true

RSpec.describe "Capturing" do
  def files(**contents)
    contents.map do |name, bytes|
      File.join(office.settings.var, "drop", name.to_s).tap do |path|
        FileUtils.mkdir_p(File.dirname(path))
        File.binwrite(path, bytes)
      end
    end
  end

  before do
    prepare_server
    sign_in :maren
  end

  it "takes many files at once, shows how far they are, and keeps them with what is asked once" do
    visit "/records?class=MB&case=BL-1"
    click_link t("desk.show.capture")
    form = pdf("Vessel: MV Whimbrel") { |doc| doc.catalog[:OpenAction] = { S: :JavaScript, JS: "x" } }
    attach_file "f-files",
      files(
        "knot.pdf" => pdf("Vessel: MV Knot"),
        "stint.docx" => docx("Vessel: MV Stint", "Yearly dues: EUR 950.00"),
        "form.pdf" => form,
        "setup.pdf" => "MZ program"
      )
    expect(page).to have_css("h1", text: t("intakes.show.capture_several", documents: "3 documents"))
    expect(page).to have_text("setup.pdf was not uploaded. It is a Windows program")
    expect(page).to have_text("0 of 3 looked at")
    work_jobs
    expect(page).to have_text("2 ready, 1 needs attention")
    expect(page).to have_text("1 page, PDF made of the DOCX")
    expect(page).to have_text(t("intake_findings.active_content"))
    expect(axe_findings).to eq([])
    within("#file-#{JustSeal::Store::IntakeFile.order(:id).last.id}") { click_button t("intakes.file_row.flatten") }
    expect(page).to have_text("2 of 3 looked at")
    work_jobs
    expect(page).to have_text("1 page, flattened")
    within("#file-#{JustSeal::Store::IntakeFile.order(:id).last.id}") do
      fill_in t("intakes.file_row.title"), with: "Licence with a form"
    end
    within("#common") { fill_in "Yearly dues", with: "much" }
    click_button t("intakes.show.keep.other", count: 3)
    expect(page).to have_text(t("errors.particular_no_number", label: "Yearly dues"), minimum: 1)
    within("#common") { fill_in "Yearly dues", with: "900" }
    click_button t("intakes.show.keep.other", count: 3)
    expect(page).to have_css("h1", text: "3 records kept")
    records = JustSeal::Store::Record.order(Sequel.desc(:id)).limit(3).all.to_h do |record|
      [record.title, record.particulars.to_h]
    end
    expect(records).to eq(
      "knot" => { "vessel" => "MV Knot", "yearly_dues" => "900" },
      "stint" => { "vessel" => "MV Stint", "yearly_dues" => "950" },
      "Licence with a form" => { "vessel" => "MV Whimbrel", "yearly_dues" => "900" }
    )
  end

  it "takes files that are dropped on a list" do
    visit "/records?case=BL-1"
    expect(page).to have_css("[data-dropped]", visible: :all)
    page.execute_script(<<~JS)
      const transfer = new DataTransfer();
      const bytes = new TextEncoder().encode(#{pdf("Vessel: MV Ruff").unpack("C*").pack("U*").to_json});
      transfer.items.add(new File([bytes.slice(0)], "x.pdf"));
      document.dispatchEvent(new DragEvent("drop", { dataTransfer: transfer, bubbles: true, cancelable: true }));
    JS
    expect(page).to have_css("h1", text: "Capture")
    expect(page).to have_select(t("intakes.form.case_file"), selected: "BL-1 Berth licences")
  end

  it "fills a template, shows the document before it is kept, and keeps it" do
    template = docx("Berth licence for {{vessel}}", "Dues: {{yearly_dues}}", "Place: {{place}}")
    JustSeal::Operations::SaveTemplate.call(
      staff(:maren),
      record_class: JustSeal::Store::RecordClass.first(code: "MB"),
      title: "Licence to fill",
      bytes: template,
      file_name: "t.docx"
    )
    visit "/records/capture?case=BL-1"
    within(find("tr", text: "Licence to fill", match: :first)) { click_button t("intakes.templates.fill_in") }
    fill_in t("intakes.form.title_of_record"), with: "Licence, MV Plover"
    fill_in "Vessel", with: "MV Plover"
    click_button t("intakes.form.make")
    expect(page).to have_text(t("intake_words.converting"))
    work_jobs
    expect(page).to have_css(".preview .pdf-page[data-drawn]")
    expect(page).to have_css(".textLayer", text: "Berth licence for MV Plover")
    expect(page).to have_text("Without a value: Yearly dues")
    expect(page).to have_text("{{place}}")
    expect(axe_findings).to eq([])
    fill_in "Vessel", with: "MV Ruff"
    click_button t("intakes.show.keep.one")
    expect(page).to have_text(t("errors.values_changed"))
    click_button t("intakes.form.make_again")
    expect(page).to have_text(t("intake_words.converting"))
    work_jobs
    expect(page).to have_css(".textLayer", text: "Berth licence for MV Ruff")
    click_button t("intakes.show.keep.one")
    expect(page).to have_css("h1", text: "Licence, MV Plover")
    expect(page).to have_text(t("version_whys.made_from_first"))
  end

  it "shows a record as it stands, without a reload" do
    record = capture(title: "Licence that lives")
    visit "/records/#{record.number}"
    expect(page).to have_text(t("records.show.not_sent"))
    page.execute_script("window.stays = true")
    sent_docket(record: record)
    expect(page).to have_text("Waits for Ines Halloran")
    expect(page).to have_text(t("ledger.docket.sent"))
    expect(page.evaluate_script("window.stays")).to be(true)
  end

  it "is done by keys alone on a list: next row, new docket" do
    record = capture(title: "Licence by keys #{rand}")
    visit "/records?find=#{record.number}"
    expect(page).to have_css("tr[data-number='#{record.number}']")
    find("body").send_keys("j", "n")
    expect(page).to have_css("h1", text: I18n.t("dockets.parties.heading"))
    expect(record.refresh.docket_state).to eq("draft")
  end
end
