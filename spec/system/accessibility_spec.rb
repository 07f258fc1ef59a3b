# frozen_string_literal: true

RSpec.describe "Accessibility" do
  include Circulated

  # As the device asks for it.
  def scheme(name)
    media = [{ name: "prefers-color-scheme", value: name }]
    page.driver.browser.page.command("Emulation.setEmulatedMedia", features: media)
  end

  def ground = page.evaluate_script("getComputedStyle(document.body).backgroundColor")

  def speak(language) = account(:maren).update(language: language)

  after { JustSeal::Store::Account.where(email: "maren@ravensholm.example").update(language: nil) }

  def pages_to_look_at
    docket = shared_docket
    draft = ready_draft
    record = document(docket).record
    template = JustSeal::Operations::SaveDocketTemplate.call(
      staff(:maren),
      definition: JustSeal::Queries::TemplateFrom.new(draft, "To look at").definition
    )
    JustSeal::Operations::KeepHoliday.call(staff(:maren), text: "2099-05-17", title: "Founders’ Day")
    neutral_rulebook
    asked = { "lines" => "joss@ravensholm.example" }
    [
      "/circulations",
      "/circulations/#{started_circulation(asked).number}",
      "/circulations/#{draft_circulation(asked).number}/edit",
      "/circulations/mine",
      "/",
      "/records",
      "/records/capture?class=MB",
      "/records/#{record.number}",
      "/records/#{record.number}/versions/2",
      "/dockets",
      "/dockets/#{docket.number}",
      "/dockets/#{draft.number}/parties",
      "/dockets/#{draft.number}/fields",
      "/dockets/#{draft.number}/as/A",
      "/dockets/#{docket.number}/documents/1",
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
      "/rules/retention",
      "/rules/retention/MB/new",
      "/records/due",
      "/records/disposals",
      "/records/disposals/new",
      "/evidence/algorithms",
      "/records/transfers",
      "/records/transfers/new",
      "/records/transfers/take-in",
      "/records/holds",
      "/records/holds/new",
      "/rules/field-sets",
      "/rules/field-sets/new?from=payee",
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
      "/rules/docket-templates/#{template.code}",
      "/rules/docket-templates/#{template.code}/use",
      "/rules/docket-templates/#{template.code}/changes?from=1&to=1",
      "/records/write?class=MB",
      "/rules/clauses",
      "/rules/clauses/new"
    ]
  end

  { "light" => "en", "dark" => "de" }.each do |scheme, language|
    it "gives axe nothing to find on the pages of the staff, in the #{scheme} scheme and language #{language}" do
      paths = pages_to_look_at
      prepare_server
      scheme(scheme)
      visit "/login"
      findings = { "/login" => axe_findings }
      sign_in :maren
      speak(language)
      paths.each do |path|
        visit path
        expect(page).to have_css("html[lang=#{language}] :is(h1, [data-pages][data-ready])")
        findings[path] = axe_findings
      end
      expect(ground == "rgb(17, 24, 26)").to be(scheme == "dark")
      expect(findings.reject { |_, found| found.empty? }).to eq({})
    end
  end

  [[1280, 800, "light", "en"], [390, 844, "dark", "de"]].each do |width, height, scheme, language|
    it "gives axe nothing to find in the signing room at #{width} px, #{scheme}, and keeps it within its width" do
      docket = sent_docket
      said = ->(key, **facts) { I18n.t(key, locale: language, **facts) }
      prepare_server
      scheme(scheme)
      page.driver.browser.set_viewport(width: width, height: height)
      visit "/room/#{token_for(party(docket, "A"))}?language=#{language}"
      findings = [axe_findings]
      click_button said.call("room.door.enter", name: "Ines Halloran")
      findings << axe_findings
      click_button said.call("room.consent.agree")
      expect(page).to have_css("[data-room][data-ready]")
      findings << axe_findings
      2.times { click_button said.call("room.slip.next") } if page.has_no_css?("dialog[open]", wait: 0.5)
      findings << axe_findings
      expect(page.evaluate_script("document.documentElement.scrollWidth")).to be <= width
      expect(findings.flatten(1)).to eq([])
    end
  end
end
