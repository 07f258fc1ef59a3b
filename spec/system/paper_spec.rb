# frozen_string_literal: true

# Somebody signs by pen: chosen on the screen, printed, scanned askew, and taken in place by place.
RSpec.describe "Signing on paper" do
  include Papers

  def with_file(bytes, name)
    Dir.mktmpdir do |folder|
      path = File.join(folder, name)
      File.binwrite(path, bytes)
      yield path
    end
  end

  def bring(bytes, name)
    with_file(bytes, name) do |path|
      attach_file "f-files", path
      click_button t("dockets.paper_upload.bring")
      expect(page).to have_text(name)
    end
    work_jobs
  end

  it "is chosen by the party, brought in as a scan with a page missing, completed, and sealed" do
    draft = edited(ready_draft, options: { "paper" => "1" })
    docket = JustSeal::Operations::SendDocket.call(staff(:maren), number: draft.number)
    work_jobs
    as("the party") do
      visit "/room/#{token_for(party(docket, "A"))}"
      click_button t("room.door.enter", name: "Ines Halloran")
      click_button t("room.slip.on_paper")
      expect(page).to have_css("h1", text: t("room.paper.heading"))
      expect(page).to have_link(t("room.paper.print"))
      expect(axe_findings).to eq([])
    end
    work_jobs
    expect(mails_to(account(:maren).email).map(&:subject)).to include(a_string_starting_with("On paper"))
    copy = JustSeal::Store::PaperCopy.first(docket_id: docket.id)
    pack = office.blobs.get(copy.pack_sha256)
    signed = all_pages(
      pack,
      by_pen(copy, copy.party, "signature" => "Ines Halloran", "acting_date" => "28 Nov"),
      degrees: 4
    )
    sign_in :maren
    visit "/dockets/#{docket.number}"
    click_link "on paper, copy P1"
    bring(scan(pack, signed.drop(1)), "second-page.pdf")
    expect(page).to have_css(
      "[data-test=paper-findings]",
      text: t("dockets.paper_copy.findings.missing", page: 1, document: "")
    )
    bring(scan(pack, signed.first(1).map { |one| one.dup.tap { |turned| turned.degrees = 183 } }), "first-page.pdf")
    expect(page).to have_text(t("dockets.paper_pages.complete", count: 2))
    expect(page).to have_css("svg.paper-place", minimum: 3)
    page.current_window.resize_to(390, 844)
    expect(page.evaluate_script("document.documentElement.scrollWidth - innerWidth")).to be <= 0
    page.current_window.resize_to(1280, 800)
    expect(axe_findings).to eq([])
    click_button t("dockets.paper_copy.take_in")
    expect(page).to have_text(t("errors.look_at_every_place"))
    expect(page).to have_text(t("errors.not_signed_by_pen"))
    all("input[name='signed[]'], input[name='seen[]']").each(&:check)
    fill_in "f-day", with: office.zone.to_local(office.now).to_date
    fill_in "f-identity-issuer", with: "Kingdom of Norway"
    fill_in "f-identity-last", with: "48ab"
    fill_in "f-identity-expires", with: Date.new(2031, 5, 1)
    click_button t("dockets.paper_copy.take_in")
    expect(page).to have_css("[data-test=paper-state]", text: t("dockets.paper_copy.states.taken_in"))
    work_jobs
    sign(docket, "B")
    visit "/dockets/#{docket.number}"
    expect(page).to have_css("[data-test=state]", text: t("docket_states.sealed"))
    expect(page).to have_text("by pen, on paper: P1")
    expect(page).to have_text("took in what A signed by pen, on paper, at level 1")
    as("the party") do
      visit current_path
      expect(page).to have_no_button(t("room.paper.here_after_all"))
    end
  end
end
