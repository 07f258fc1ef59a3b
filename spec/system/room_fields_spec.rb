# frozen_string_literal: true

RSpec.describe "Filling in fields in the signing room" do
  def spot(kind, height, key = "", party: "A", document: 1, **settings)
    width, tall = JustSeal::Core::Fields::Kinds::ALL.fetch(kind).then { |one| [one.width, one.height] }
    {
      "kind" => kind,
      "party" => party,
      "document" => document,
      "page" => 1,
      "x" => 300.0,
      "y" => height.to_f,
      "width" => width.to_f,
      "height" => tall.to_f,
      "key" => key,
      "settings" => settings.transform_keys(&:to_s)
    }
  end

  let(:annex) { capture(title: "Plan of the berth", bytes: pdf("Plan")) }
  let(:docket) do
    draft = ready_draft
    documents = [
      { "record" => draft.documents.first.record.number, "role" => "sign" },
      { "record" => annex.number, "role" => "enclosure" }
    ]
    draft = JustSeal::Operations::ArrangeDocuments.call(
      staff(:maren),
      number: draft.number,
      edits: draft.edits,
      documents: documents
    )
    fields = [
      spot("signature", 660),
      spot(
        "initials",
        630,
        required: true
      ),
      spot(
        "money",
        600,
        "dues",
        label: "Yearly dues",
        unit: "EUR",
        required: true
      ),
      spot("computed", 580, "half", formula: "dues / 2", unit: "EUR"),
      spot(
        "choice",
        560,
        "ground",
        label: "Ground",
        options: %w[Inner Outer],
        required: true
      ),
      spot("text", 540, "why", label: "Why outside", shown_when: "ground = 'Outer'", required: true),
      spot(
        "tick",
        520,
        "read_it",
        label: "I have read the rules",
        required: true
      ),
      spot("attachment", 500, label: "Crew list", required: true),
      spot("signature", 100, party: "B")
    ]
    JustSeal::Operations::PlaceFields.call(staff(:maren), number: draft.number, edits: draft.edits, fields: fields)
    JustSeal::Operations::SendDocket.call(staff(:maren), number: draft.number).tap { work_jobs }
  end

  def enter
    prepare_server
    visit "/room/#{token_for(party(docket, "A"))}"
    click_if_asked t("room.door.enter", name: "Ines Halloran"), otherwise: "[data-room]"
    click_if_asked t("room.consent.agree"), otherwise: "[data-room]"
    expect(page).to have_css("[data-room][data-ready]")
  end

  def on_page(label) = find(".typed-here [aria-label^=\"#{label}\"]")

  def bring(path)
    within("dialog[open]") do
      attach_file "fill-control", path
      click_button I18n.t("room.fill_dialog.use")
    end
  end

  it "leads through everything, computes as it goes, keeps it over leaving, and signs" do
    enter
    expect(page).to have_css(".todo li", text: t("scripts.room.read_enclosed", title: "Plan of the berth"))
    expect(page).to have_no_css(".todo li", text: "Why outside")
    find(".todo button", text: "Yearly dues").click
    on_page("Yearly dues").send_keys("1..2", :enter)
    expect(page).to have_css(".says-here", text: "is not a number")
    on_page("Yearly dues").send_keys([:control, "a"], "1,000.00", :enter)
    expect(page).to have_css(".spot.by-itself", text: "EUR 500.00")
    on_page("Yearly dues").send_keys([:control, "a"], "1,000", :tab) # refused, and what was good stays
    expect(page).to have_css(".says-here", text: "can be read in two ways")
    expect(page).to have_css(".spot.by-itself", text: "EUR 500.00")
    on_page("Yearly dues").send_keys(:escape)
    on_page("Ground").select("Outer")
    on_page("Why outside").send_keys("No room", :tab)
    expect(page.evaluate_script("document.activeElement.getAttribute('role')")).to eq("checkbox")
    find(".todo button", text: "Crew list").click
    bring(capture_file)
    expect(page).to have_css(".spot", text: "crew.pdf, SHA-256")
    visit current_path
    expect(page).to have_css("[data-room][data-ready]")
    expect(on_page("Yearly dues").value).to eq("EUR 1,000.00")
    expect(axe_findings).to eq([])
    find(".spot[role=checkbox]").click
    expect(page).to have_css(".spot[aria-checked=true]")
    { "Signature" => t("room.mark_dialog.use"), "Initials" => t("scripts.marks.initials.take") }.each do |thing, button|
      find(".todo button", text: thing).click
      click_button button
    end
    page.execute_script("document.querySelectorAll('.pdf-page').forEach(p => p.scrollIntoView())")
    find(".todo button", text: "Read “Plan").click
    find(".todo button", text: "Read “Berth").click
    expect(page).to have_css(".count", text: t("scripts.room.everything_done"))
    click_button t("room.acts.sign.button.one")
    within("dialog[open]") { click_button t("room.acts.sign.button.one") }
    expect(page).to have_css("h1", text: t("room.ended.have.sign"))
    words = words_of(office.blobs.get(document(docket).current_sha256))
    expect(words).to include("EUR 1,000.00", "EUR 500.00", "Outer", "No room", "crew.pdf")
  end

  def capture_file = File.join(Dir.mktmpdir, "crew.pdf").tap { |path| File.binwrite(path, pdf("Crew")) }
end
