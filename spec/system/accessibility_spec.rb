# frozen_string_literal: true

RSpec.describe "Accessibility" do
  it "gives axe nothing to find on the pages of the staff" do
    docket = shared_docket
    draft = ready_draft
    record = document(docket).record
    template = JustSeal::Operations::SaveDocketTemplate.call(
      staff(:maren),
      definition: JustSeal::Queries::TemplateFrom.new(draft, "To look at").definition
    )
    JustSeal::Operations::KeepHoliday.call(staff(:maren), text: "2099-05-17", title: "Founders’ Day")
    JustSeal::Store::Rulebook.in_force(office.now) || JustSeal::Store::Rulebook.create(
      version: 1,
      title: "To look at",
      starts_at: office.now - 60,
      definition: Sequel.pg_jsonb({ "rules" => [{ "title" => "One", "fresh_minutes" => 30 }] }),
      made_by: account(:maren).id,
      made_at: office.now
    )
    prepare_server
    visit "/login"
    findings = { "/login" => axe_findings }
    sign_in :maren
    [
      "/",
      "/records",
      "/records/capture?class=MB",
      "/records/#{record.number}",
      "/dockets",
      "/dockets/#{docket.number}",
      "/dockets/#{draft.number}/parties",
      "/dockets/#{draft.number}/fields",
      "/dockets/#{draft.number}/check",
      "/evidence",
      "/check",
      "/records/XX-1",
      "/rules",
      "/rules/classes/MB",
      "/rules/classes/MB/edit",
      "/records/#{record.number}/edit",
      "/records/case-files",
      "/records/case-files/BL-1",
      "/records/case-files/new",
      "/contacts",
      "/rules/rulebook",
      "/rules/docket-templates",
      "/rules/working-days",
      "/rules/staff",
      "/rules/staff/new",
      "/rules/staff/#{account(:joss).id}",
      "/rules/staff/import",
      "/rules/units",
      "/rules/office",
      "/rules/condition",
      "/rules/mails/invitation",
      "/rules/consent",
      "/rules/authorities",
      "/account",
      "/evidence/checkpoints",
      "/evidence/health",
      "/evidence/inquiries",
      "/evidence/entries?kind=docket.sent",
      "/evidence/watches",
      "/contacts/groups",
      "/contacts/groups/new",
      "/dockets/#{draft.number}/documents",
      "/dockets/#{draft.number}/as-template",
      "/dockets/#{draft.number}/template/#{template.code}",
      "/rules/docket-templates/#{template.code}"
    ].each do |path|
      visit path
      expect(page).to have_css("h1, [data-pages][data-ready]")
      findings[path] = axe_findings
    end
    expect(findings.reject { |_, found| found.empty? }).to eq({})
  end

  [[1280, 800], [390, 844]].each do |width, height|
    it "gives axe nothing to find in the signing room at #{width} px, and keeps it within its width" do
      docket = sent_docket
      prepare_server
      page.driver.browser.set_viewport(width: width, height: height)
      visit "/room/#{token_for(party(docket, "A"))}"
      findings = [axe_findings]
      click_button t("room.door.enter", name: "Ines Halloran")
      findings << axe_findings
      click_button t("room.consent.agree")
      expect(page).to have_css("[data-room][data-ready]")
      findings << axe_findings
      2.times { click_button t("room.slip.next") } if page.has_no_css?("dialog[open]", wait: 0.5)
      findings << axe_findings
      expect(page.evaluate_script("document.documentElement.scrollWidth")).to be <= width
      expect(findings.flatten(1)).to eq([])
    end
  end
end
