# frozen_string_literal: true

RSpec.describe "The signing room beside paper" do
  include Pages

  let(:docket) do
    draft = edited(ready_draft(same_turn: true), options: { "paper" => "1" })
    JustSeal::Operations::SendDocket.call(staff(:maren), number: draft.number).tap { work_jobs }
  end

  def room(letter) = enter_by("/room/#{token_for(party(docket, letter))}")

  it "says to the others of the turn for whom they wait, and opens again when the paper has ended" do
    JustSeal::Operations::ChoosePaper.call(staff(:maren), number: docket.number, letter: "A", waits: true)
    path = room("B")
    expect(open_page(path)).to eq(409)
    expect(text).to include(I18n.t("errors.waits_for_paper", name: "Ines Halloran"))
    JustSeal::Operations::EndPaper.call(staff(:maren), number: docket.number, copy: 1, why: "cancelled")
    expect(open_page(path)).to eq(200)
  end

  it "gives the pages to whoever chose paper, and to nobody else" do
    path = room("A")
    open_page(path)
    send_form("#{path}/paper")
    open_page(path)
    expect(text).to include(I18n.t("room.paper.heading"))
    expect(open_page("#{path}/paper.pdf")).to eq(200)
    expect(last_response.body).to start_with("%PDF-")
    other = room("B")
    expect(open_page("#{other}/paper.pdf")).to eq(404)
    sign_in :tobias
    expect(open_page("/dockets/#{docket.number}/paper/1/pages.pdf")).to eq(200)
    sign_in :rosalind
    expect(open_page("/dockets/#{docket.number}/paper/1/pages.pdf")).to eq(403)
  end
end
