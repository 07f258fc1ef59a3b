# frozen_string_literal: true

RSpec.describe "Trying a draft as a party will have it" do
  def spot(kind, height, key = "", party: "A", **settings)
    width, tall = JustSeal::Core::Fields::Kinds::ALL.fetch(kind).then { |one| [one.width, one.height] }
    place = { "page" => 1, "x" => 300.0, "y" => height.to_f, "width" => width.to_f, "height" => tall.to_f }
    { "kind" => kind, "party" => party, "key" => key, "settings" => settings.transform_keys(&:to_s), **place }
  end

  let(:draft) do
    ready_draft.tap do |docket|
      fields = [
        spot("signature", 660),
        spot("money", 600, "dues", label: "Yearly dues", unit: "EUR", required: true),
        spot("computed", 580, "half", formula: "dues / 2", unit: "EUR"),
        spot("choice", 560, "ground", label: "Ground", options: %w[Inner Outer]),
        spot("text", 540, "why", label: "Why outside", shown_when: "ground = 'Outer'", required: true),
        spot("text", 520, "hull", label: "Hull", mask: "own", mask_form: "99-AAA"),
        spot("signature", 100, party: "B")
      ]
      JustSeal::Operations::PlaceFields.call(staff(:maren), number: docket.number, edits: docket.edits, fields: fields)
    end
  end

  def on_page(label) = find(".typed-here [aria-label^=\"#{label}\"]")

  def open_as_party
    draft
    prepare_server
    sign_in :maren
    visit "/dockets/#{draft.number}/check"
    find("a[aria-label='#{t("components.draft_steps.as_party", letter: "A", name: "Ines Halloran")}']").click
    expect(page).to have_css("[data-room][data-ready]")
  end

  it "types, sees what follows and goes from place to place, and keeps nothing" do
    open_as_party
    before = entries_of(draft.number).size
    expect(page).to have_css(".rehearsal", text: t("room.rehearsal.nothing_kept"))
    expect(on_page("Yearly dues")["placeholder"]).to eq("1234.50")
    on_page("Yearly dues").send_keys("5x0EUR0", :enter)
    expect(page).to have_css(".spot.by-itself", text: "EUR 250.00")
    expect(page).to have_no_css(".typed-here [aria-label^='Why']")
    on_page("Hull").send_keys("12xy")
    expect(on_page("Hull").value).to eq("12-xy")
    on_page("Hull").send_keys(:tab)
    expect(page).to have_css(".says-here", text: t("errors.mask_unfit", field: "Hull", example: "12-BCD"))
    expect(page).to have_css(".todo li.left-empty", text: "Ground")
    expect(axe_findings).to eq([])
    visit current_path
    expect(page).to have_css("[data-room][data-ready]")
    expect(on_page("Yearly dues").value).to eq("")
    expect(entries_of(draft.number).size).to eq(before)
    expect(JustSeal::Store::Visit.where(party_id: party(draft, "A").id).count).to eq(0)
  end

  it "offers values with which each condition comes true" do
    open_as_party
    click_link "Why outside"
    expect(page).to have_css("[data-room][data-ready]")
    expect(on_page("Ground").value).to eq("Outer")
    expect(on_page("Why outside")).to be_visible
    click_link t("room.rehearsal.as_other", letter: "B")
    expect(page).to have_css(".rehearsal", text: "(B)")
  end

  it "is for drafts, and for those who prepare them" do
    prepare_server
    sign_in :rosalind
    visit "/dockets/#{draft.number}/as/A"
    expect(page).to have_no_css("[data-room]")
    docket = JustSeal::Operations::SendDocket.call(staff(:maren), number: draft.number)
    leave_browsers
    sign_in :maren
    visit "/dockets/#{docket.number}/as/A"
    expect(page).to have_text(t("errors.not_a_draft_any_more", number: docket.number))
  end
end
