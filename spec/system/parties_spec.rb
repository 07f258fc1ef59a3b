# frozen_string_literal: true

RSpec.describe "Saying who acts" do
  let(:draft) { ready_draft }

  def open_form
    prepare_server
    sign_in :maren
    visit "/dockets/#{draft.number}/parties"
  end

  def turns = draft.refresh.parties_dataset.order(:letter).select_map(:turn)

  it "holds a word of 120 letters on a narrow screen, here and before sending" do
    word = "Lighterage" * 12
    party(draft, "A").update(name: word, organisation: word)
    draft.update(title: word)
    open_form
    page.current_window.resize_to(390, 844)
    %w[parties fields check].each do |step|
      visit "/dockets/#{draft.number}/#{step}"
      expect(page).to have_css("h1")
      expect(page.evaluate_script("document.documentElement.scrollWidth - innerWidth")).to be <= 0, step
    end
  ensure
    page.current_window.resize_to(1280, 800)
  end

  it "saves itself while somebody types, and keeps it over leaving" do
    open_form
    fill_in t("dockets.wording.message"), with: "Please look at {{title}}."
    expect(page).to have_css("[data-save-state]", text: t("scripts.saving.saved"), exact_text: true)
    expect(draft.refresh.message).to eq("Please look at {{title}}.")
    fill_in t("dockets.wording.message"), with: "Please look at {{tittle}}."
    expect(page).to have_css("[data-readiness] .blocks", text: "marks that mean nothing: {{tittle}}")
    fill_in t("dockets.wording.title"), with: "x" * 301
    too_long = t("scripts.saving.failed", problem: t("errors.too_long", limit: 300))
    expect(page).to have_css("[data-save-state]", text: too_long)
    fill_in t("dockets.wording.title"), with: "Licence"
    expect(page).to have_no_css("[data-save-state]", text: t("scripts.saving.failed", problem: ""))
    click_link I18n.t("components.draft_steps.fields")
    expect(page).to have_css("[data-pages]")
    expect(draft.refresh.title).to eq("Licence")
  end

  it "keeps what was typed last, however the page is left" do
    open_form
    fill_in t("dockets.wording.message"), with: "Typed last"
    page.execute_script("location.href = '/records'")
    expect(page).to have_link(t("records.list.capture"))
    comes_about { draft.refresh.message == "Typed last" }
    visit "/dockets/#{draft.number}/parties"
    expect(page).to have_field(t("dockets.wording.message"), with: "Typed last")
  end

  it "is sent after a save that is under way, and not beside it" do
    open_form
    page.execute_script(<<~JS)
      const real = window.fetch;
      const late = (answer) => new Promise((done) => setTimeout(done, 1500, answer));
      window.fetch = (...asked) => real(...asked).then(late);
    JS
    fill_in t("dockets.wording.message"), with: "Under way"
    comes_about { draft.refresh.message == "Under way" }
    2.times { page.execute_script("document.querySelector('[data-who-form] button.btn-primary').click()") }
    expect(page).to have_css("[data-pages]")
  end

  it "keeps a phrase once, whatever else is typed, and anew for another person" do
    phrases = JustSeal::Operations::ProveByPhrase
    allow(phrases).to receive(:hash).and_call_original
    open_form
    saved = -> { expect(page).to have_css("[data-save-state]", text: t("scripts.saving.saved"), exact_text: true) }
    find("#party-A summary", text: t("dockets.seat_person.proofs")).click
    find("[name='parties[A][phrase]']").set("two grey herons")
    find("[name='parties[A][name]']").set("Ines Hallorand")
    saved.call
    %w[one two].each do |message|
      fill_in t("dockets.wording.message"), with: message
      saved.call
    end
    expect(phrases).to have_received(:hash).once
    find("[name='parties[A][email]']").set("another-halloran@sanderling.example")
    saved.call
    expect(phrases).to have_received(:hash).twice
    hash = party(draft, "A").refresh.phrase_hash
    click_button t("dockets.parties.save")
    expect(page).to have_css("[data-pages]")
    expect(phrases).to have_received(:hash).twice
    expect(party(draft, "A").refresh.phrase_hash).to eq(hash)
  end

  it "moves parties between turns by keys, by choice and by dragging" do
    open_form
    find("#party-B input[name='parties[B][may_pass_on]']").send_keys(%i[alt up])
    expect(page).to have_css(".turn", text: t("dockets.show.turn_any_order", turn: 1))
    expect(page).to have_css("[data-save-state]", text: t("scripts.saving.saved"), exact_text: true)
    expect(turns).to eq([1, 1])
    find("#party-A select[name='parties[A][turn]']").select("2")
    expect(page).to have_css(".turn", text: "Turn 2")
    expect(page).to have_css("[data-save-state]", text: t("scripts.saving.saved"), exact_text: true)
    expect(turns).to eq([2, 1])
    expect(axe_findings).to eq([])
  end

  it "offers a template that fits, tells what it changes, and applies it" do
    template = JustSeal::Operations::SaveDocketTemplate.call(
      staff(:maren),
      definition: JustSeal::Queries::TemplateFrom.new(draft, "A pair who sign #{SecureRandom.hex(3)}").definition
    )
    fresh = JustSeal::Operations::DraftDocket.call(staff(:maren), record: capture)
    prepare_server
    sign_in :maren
    visit "/dockets/#{fresh.number}/parties"
    click_link template.title
    expect(page).to have_text("4 fields are placed on “Berth licence, MV Sanderling”, where there is none yet.")
    click_button t("dockets.template.apply")
    expect(page).to have_css(".seat", count: 2)
    expect(fresh.refresh.spots.size).to eq(4)
    click_link I18n.t("components.draft_steps.fields")
    expect(page).to have_css(".spot", count: 4)
  end

  it "gives the second of two tabs back what was typed in it" do
    open_form
    draft.update(edits: draft.refresh.edits + 1, title: "Saved in another tab")
    fill_in t("dockets.wording.message"), with: "Typed in the second tab"
    click_button t("scripts.typed.load")
    expect(page).to have_field(t("dockets.wording.title"), with: "Saved in another tab")
    expect(page).to have_text(t("scripts.typed.before"))
    expect(axe_findings).to eq([])
    click_button t("scripts.typed.take")
    comes_about { draft.refresh.message == "Typed in the second tab" }
    expect(draft.title).to eq("Saved in another tab")
    visit current_path
    expect(page).to have_no_text(t("scripts.typed.before"))
  end
end
