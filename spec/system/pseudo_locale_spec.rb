# frozen_string_literal: true

# In the pseudo-locale every word of the locale files is accented, and a third longer. What stays plain on a page is
# data, or was written past them; and what is longer must not break a page.
RSpec.describe "Pages in the pseudo-locale" do
  include Circulated

  # Parts of a page that hold words; what the database says there is known (see data).
  spoken = "h1, h2, h3, th, button, legend, label, dt, summary, option, nav a, p.lead, p.empty, .btn, .help, " \
           "[role=alert], [aria-label], [placeholder]"
  let(:docket) { sent_docket }
  let(:draft) { ready_draft }
  let(:record) { document(docket).record }
  let(:template) do
    definition = JustSeal::Queries::TemplateFrom.new(draft, "Past them").definition
    JustSeal::Operations::SaveDocketTemplate.call(staff(:maren), definition: definition)
  end
  let(:inquiry) do
    given = {
      "asked_by" => "A",
      "mandate" => "M",
      "question" => "Q?",
      "from" => "2026-01-01",
      "until" => "2026-12-31",
      "due_on" => "2026-12-31",
      "worker_id" => account(:maren).id.to_s
    }
    JustSeal::Operations::SaveInquiry.new.open(staff(:maren), given)
  end

  let(:plain_places) do
    %w[/ /account /check /contacts /contacts/new /contacts/groups /contacts/groups/new /dockets /dockets?state=late] +
      %w[/circulations /circulations/mine] +
      %w[/records /records?show=to-be-sent /records/capture?class=MB /records/case-files /records/case-files/new] +
      %w[/records/case-files/BL-1 /evidence /evidence/checkpoints /evidence/health /evidence/entries] +
      %w[/evidence/watches /evidence/inquiries /evidence/inquiries/new /rules /rules/classes/new /rules/classes/MB] +
      %w[/rules/classes/MB/edit /rules/docket-templates /rules/consent /rules/staff /rules/authorities] +
      %w[/rules/working-days /rules/rulebook /rules/rulebook/edit /rules/staff/new /rules/staff/import] +
      %w[/rules/units /rules/office /rules/condition]
  end
  let(:places) do
    steps = %w[parties fields check documents as-template].map { |step| "/dockets/#{draft.number}/#{step}" }
    plain_places + steps + [
      "/dockets/#{docket.number}",
      "/records/#{record.number}",
      "/records/#{record.number}/edit",
      "/evidence/inquiries/#{inquiry.number}",
      "/rules/docket-templates/#{template.code}",
      "/rules/docket-templates/#{template.code}/use",
      "/circulations/#{started_circulation({ "lines" => "joss@ravensholm.example" }).number}",
      "/circulations/#{draft_circulation({ "lines" => "joss@ravensholm.example" }).number}/edit",
      "/records/write?class=MB",
      "/rules/clauses",
      "/rules/clauses/new"
    ]
  end

  after { I18n.default_locale = JustSeal::Words::USUAL }

  define_method(:plain_words) do
    page.evaluate_script(<<~SCRIPT).uniq
      [...document.querySelectorAll(#{spoken.to_json})]
        .filter(e => !e.closest("time, .mono"))
        .flatMap(e => [
          [...e.childNodes].filter(n => n.nodeType === 3).map(n => n.data).join(" "),
          e.getAttribute("aria-label"), e.getAttribute("placeholder")
        ])
        .filter(text => text && /[A-Za-z]{3}/.test(text) && !/[#{JustSeal::Words::Pseudo::ACCENTED}]/.test(text))
        .map(text => text.trim().replace(/\\s+/g, " "))
    SCRIPT
  end

  # What the database says on pages: names, titles, labels, codes, addresses.
  def data
    store = JustSeal::Store
    particulars = store::RecordClass.all.flat_map do |one|
      one.particulars.flat_map { |item| item.values_at("label", "name", "help", "default", *item["options"]) }
    end
    names = [store::Account, store::Party, store::Contact, store::Group].flat_map { |rows| rows.select_map(:name) }
    titled = [store::RecordClass, store::CaseFile, store::Record, store::Docket]
    titles = titled.flat_map { |rows| rows.select_map(:title) }
    classes = store::RecordClass.select_map(%i[code scope_note]).flatten
    own = [*JustSeal::Queries::Choices.zones, *JustSeal::Words::Languages.all.values, template.title]
    own += store::DocketTemplate.all.map(&:title) + store::SavedFind.select_map(:title)
    (particulars + names + titles + classes + store::Unit.select_map(:name) + own).compact
  end

  def too_wide = page.evaluate_script("document.documentElement.scrollWidth > window.innerWidth")

  # What is wrong with the page that is shown: words that are plain, and its width, on a telephone as well.
  def wrong(known)
    page.has_css?("main h1, [data-pages][data-ready], [data-room][data-ready]")
    found = plain_words.reject { |text| known.any? { |said| said == text || (said.length > 4 && text.include?(said)) } }
    [*found, ("too wide" if too_wide), ("too wide for a telephone" if narrow.then { too_wide })].compact
  ensure
    wide
  end

  def narrow = page.driver.browser.set_viewport(width: 390, height: 844)
  def wide = page.driver.browser.set_viewport(width: 1280, height: 800)

  it "say nothing past the locale files, and hold longer words" do
    JustSeal::Store::OfficeClause.live.update(retired_at: office.now) # of other examples, with words of their own
    prepare_server
    sign_in :maren
    paths = places
    known = data
    I18n.default_locale = JustSeal::Words::PSEUDO
    found = paths.to_h { |path| [path, visit(path).then { wrong(known) }] }
    page.execute_script("document.querySelector('main').insertAdjacentHTML('beforeend', '<h2>Past them</h2>')")
    expect(wrong([])).to include("Past them")
    expect(found.reject { |_, what| what.empty? }).to eq({})
  end

  it "do so in the signing room" do
    prepare_server
    token = token_for(party(docket, "A"))
    known = data
    I18n.default_locale = JustSeal::Words::PSEUDO
    visit "/room/#{token}"
    found = { "door" => wrong(known) }
    { "consent" => "enter", "sign" => "consent" }.each do |step, action|
      find("form[action$='/#{action}'] button").click
      found[step] = wrong(known)
    end
    expect(found.reject { |_, what| what.empty? }).to eq({})
  end
end
