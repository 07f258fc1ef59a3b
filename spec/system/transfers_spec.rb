# frozen_string_literal: true

RSpec.describe "Transfers on their pages" do
  include Transferred

  before do
    open_office
    prepare_server
  end

  after { close_office }

  def words(key, **facts) = t("transfers.#{key}", **facts)
  def state(key) = have_css("[data-test=state]", text: words("states.#{key}"))

  # What the browser would save.
  def fetched(path)
    page.evaluate_async_script(<<~JS, path).unpack1("m0")
      const [path, done] = arguments;
      fetch(path).then((answer) => answer.arrayBuffer()).then((bytes) => {
        const all = Array.from(new Uint8Array(bytes), (one) => String.fromCharCode(one)).join("");
        done(btoa(all));
      });
    JS
  end

  def prepare(code)
    visit "/records/transfers"
    click_link words("list.new")
    click_button words("edit.prepare")
    expect(page).to have_css(".problem", text: t("errors.archive_unnamed"))
    fill_in words("edit.what"), with: "Tide books"
    fill_in words("edit.archive"), with: "Archive of the Coast"
    select "#{code} Tide books", from: words("edit.record_class")
    expect(axe_findings).to eq([])
    click_button words("edit.prepare")
    expect(page).to state("review")
  end

  def keep_back(record)
    find("input[aria-label='#{record.number}']").check
    click_button words("lines.keep")
    expect(page).to have_text(t("errors.say_why_kept"))
    find("input[aria-label='#{record.number}']").check
    fill_in words("lines.because"), with: "Still read every day."
    click_button words("lines.keep")
    expect(page).to have_text("Still read every day.")
  end

  def confirm(record, package)
    find("summary", text: words("steps.receipt")).click
    fill_in words("steps.reference"), with: "Acc. 2026/17"
    fill_in words("steps.list"), with: "#{record.number}, coast:17, #{"0" * 64}"
    click_button words("steps.enter")
    expect(page).to have_text(t("errors.archive_has_another", number: record.number))
    fill_in words("steps.list"), with: "#{record.number}, coast:17, #{Digest::SHA256.hexdigest(package)}"
    expect(axe_findings).to eq([])
    click_button words("steps.enter")
    expect(page).to state("received")
    expect(page).to have_text("coast:17")
  end

  # Prepared of what the archive has, approved by two, and carried out.
  def let_go_on_pages
    click_link words("steps.dispose")
    fill_in t("disposals.edit.what"), with: "What the archive has"
    select "#{certificates.code} Certificates", from: t("disposals.edit.certificate_class")
    select "BL-1 Berth licences", from: t("disposals.edit.certificate_file")
    click_button t("disposals.edit.prepare")
    one = JustSeal::Store::Disposal.order(:id).last
    review.decide(staff(:maren), number: one.number, ids: one.lines.map(&:id), decision: "destroy")
    expect(carried_out(one).state).to eq("done")
  end

  def take_in(package)
    Dir.mktmpdir do |folder|
      File.binwrite(path = File.join(folder, "back.zip"), package)
      visit "/records/transfers/take-in"
      attach_file words("take_in.files"), path
      click_button words("take_in.take")
      expect(page).to have_css("[role=status] a")
      expect(axe_findings).to eq([])
      attach_file words("take_in.files"), path
      click_button words("take_in.take")
      expect(page).to have_css("[role=alert]")
    end
    JustSeal::Store::TakenPackage.order(:taken_at).last.record
  end

  it "are listed, packed, confirmed by the archive and let go, and come back with their proofs" do
    code = archive_class(title: "Tide books")
    record, other = %w[1911 1912].map { |year| kept_record(code, {}, title: "Tide book #{year}") }
    days_later
    JustSeal::Operations::CountRetention.call
    as("maren") do
      sign_in :maren
      prepare(code)
      keep_back(other)
      click_button words("steps.pack")
      expect(page).to state("packing")
      work_jobs
      visit page.current_path
      expect(page).to state("packed")
      expect(axe_findings).to eq([])
      package = fetched("#{page.current_path}/packages/#{record.number}")
      expect(judged(package).verdict).to eq(:intact)
      confirm(record, package)
      let_go_on_pages
      visit "/records/#{record.number}"
      expect(page).to have_text(words("of_record.handed_over", archive: "Archive of the Coast", identifier: "coast:17"))
      back = take_in(package)
      visit "/records/#{record.number}"
      first(:link, back.number).click
      expect(page).to have_text(words("of_record.came", office: office.name, number: record.number))
      expect(fetched("/records/#{back.number}/package.zip")).to eq(package)
      expect(axe_findings).to eq([])
      visit "/check"
      Dir.mktmpdir do |folder|
        File.binwrite(path = File.join(folder, "back.zip"), package)
        attach_file "file", path
        click_button t("check.ask.check")
        expect(page).to have_text(t("check.bundle.headings.intact"))
      end
    end
  end
end
