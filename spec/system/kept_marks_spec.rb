# frozen_string_literal: true

RSpec.describe "Signatures that are kept" do
  before { JustSeal::Store::KeptMark.where(account_id: account(:joss).id).delete }

  # A docket of which party A is Joss.
  def own_docket
    draft = ready_draft
    parties = draft.parties.reverse.each_with_index.map do |one, index|
      seat = one.values.slice(:act, :kind, :account_id, :name, :email, :organisation)
      seat.merge(letter: "AB"[index], turn: index + 1)
    end
    draft = JustSeal::Operations::EditDocket.call(
      staff(:maren),
      number: draft.number,
      edits: draft.edits,
      title: draft.title,
      message: "",
      deadline: draft.deadline,
      parties: parties
    )
    JustSeal::Operations::SendDocket.call(staff(:maren), number: draft.number).tap { work_jobs }
  end

  def come_in(docket)
    visit "/dockets/#{docket.number}"
    click_button t("enter.sign")
    click_if_asked t("room.consent.agree"), otherwise: "[data-room]"
    expect(page).to have_css("[data-room][data-ready]")
    find(".todo button", text: t("field_kinds.signature"), match: :first).click
  end

  it "are kept where somebody asks for it, offered the next time, and let go" do
    prepare_server
    sign_in :joss
    come_in(own_docket)
    within("dialog[open]") do
      fill_in "typed", with: "J. Petrossian"
      check t("room.mark_dialog.keep_it")
      click_button t("scripts.marks.signature.take")
    end
    comes_about { JustSeal::Store::KeptMark.where(account_id: account(:joss).id).count == 1 }
    come_in(own_docket)
    within("dialog[open]") do
      expect(page).to have_css("[role=tab][aria-selected=true]", text: t("room.mark_dialog.ways.kept"))
      expect(page).to have_css(".kept-choice[aria-checked=true]", text: "J. Petrossian")
      expect(axe_findings).to eq([])
      click_button t("scripts.marks.signature.take")
    end
    expect(page).to have_css(".spot .written", text: "J. Petrossian")
    visit "/account"
    expect(page).to have_css(".kept-mark .written", text: "J. Petrossian")
    click_button t("account.marks.forget")
    expect(page).to have_text(t("account.marks.nothing"))
  end
end
