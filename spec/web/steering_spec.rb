# frozen_string_literal: true

RSpec.describe "The pages of preparing and of a running docket" do
  include Pages

  def typed
    page.css("#who [name]").reject { |field| field["name"] == "then" }.to_h do |field|
      [
        field["name"],
        if field.name == "select"
          field.at("option[selected]")&.then do |option|
            option["value"] || option.text
          end.to_s
        else
          field["value"] || field.text
        end
      ]
    end
  end

  before { sign_in(:maren) }

  it "add parties and take them out without losing what is typed" do
    docket = JustSeal::Operations::DraftDocket.call(staff(:maren), record: capture)
    path = "/dockets/#{docket.number}/parties"
    open_page(path)
    expect(text).to include(t("dockets.parties.nobody"))
    post(path, typed.merge("then" => "add-outside"), header_host)
    post(
      path,
      typed.merge(
        "parties[A][name]" => "Wilma Sund",
        "parties[A][email]" => "wilma@s.example",
        "parties[A][note]" => "For Wilma.",
        "then" => "add-me"
      ),
      header_host
    )
    expect(typed).to include(
      "parties[A][name]" => "Wilma Sund",
      "parties[A][note]" => "For Wilma.",
      "parties[B][account]" => account(:maren).id.to_s,
      "parties[B][turn]" => "2"
    )
    post(path, typed.merge("then" => "add-staff"), header_host)
    expect(docket.refresh.parties).to eq([])
    post(path, typed.merge("then" => "fields"), header_host)
    open_page(path)
    expect(text).to include(t("readiness.staff_not_chosen", party: "C"))
    post(path, typed.merge("then" => "remove-C"), header_host)
    post(
      path,
      typed.merge(
        "parties[B][act]" => "approve",
        "parties[B][turn]" => "1",
        "remind_after_days" => "3",
        "then" => "fields"
      ),
      header_host
    )
    expect(last_response["location"]).to end_with("/fields")
    expect(docket.refresh.remind_after_days).to eq(3)
    expect(
      docket.parties_dataset.order(:letter).select_map(
        %i[
          letter
          turn
          act
          name
          note
        ]
      )
    ).to eq(
      [
        ["A", 1, "sign", "Wilma Sund", "For Wilma."], ["B", 1, "approve", "Maren Test", ""]
      ]
    )
  end

  it "remind, correct, lengthen, and begin anew, each where it belongs" do
    docket = sent_docket
    path = "/dockets/#{docket.number}"
    open_page(path)
    send_form("#{path}/remind", letter: "A")
    open_page(path)
    expect(text).to include("reminded once", "Maren Test reminded A")
    send_form(
      "#{path}/replace",
      letter: "A",
      name: "Wilma Sund",
      email: "wilma-#{SecureRandom.hex(4)}@s.example",
      organisation: ""
    )
    open_page(path)
    expect(text).to include("Wilma Sund", "put Wilma Sund in the place of A")
    send_form("#{path}/deadline", deadline: office.zone.to_local(office.now + (30 * 86_400)).strftime("%Y-%m-%d"))
    open_page(path)
    expect(text).to include(t("ledger.docket.deadline_changed"), "17:00")
    send_form("#{path}/withdraw", reason: "wrong paper")
    open_page(path)
    expect(text).not_to include(t("dockets.party_menu.remind"), t("dockets.party_menu.replace"))
    send_form("#{path}/copy")
    expect(last_response["location"]).to match(%r{/dockets/RH-\d{4}-\d{5}/parties\z})
  end

  it "propose fields where the document waits for them, and not where one is placed" do
    bytes = pdf do |doc|
      doc.pages[1].canvas(type: :overlay).font("Helvetica", size: 10).text(
        "Signature ______________________________",
        at: [90, 300]
      ).text(
        "Signature ______________________________", at: [90, 200]
      )
    end
    draft = ready_draft(record: capture(bytes: bytes))
    JustSeal::Operations::PlaceFields.call(
      staff(:maren),
      number: draft.number,
      edits: draft.edits,
      fields: [field("A", y: 298.0, page: 2)]
    )
    open_page("/dockets/#{draft.number}/proposals")
    expect(JSON.parse(last_response.body).map { |one| one.values_at("kind", "page") }).to eq([["signature", 2]])
  end

  it "let nobody steer who has not sent it, but administrators" do
    docket = sent_docket(sender: :maren)
    sign_in(:joss)
    open_page("/dockets/#{docket.number}")
    expect(text).not_to include(t("dockets.party_menu.remind"), t("dockets.actions.deadline"), "Withdraw")
  end

  it "show a party what it is asked to do" do
    parties = [
      {
        letter: "A",
        turn: 1,
        act: "acknowledge",
        kind: "outside",
        account_id: nil,
        name: "Wilma Sund",
        email: "wilma-#{SecureRandom.hex(4)}@s.example",
        organisation: "",
        note: ""
      }
    ]
    draft = JustSeal::Operations::DraftDocket.call(staff(:maren), record: capture)
    JustSeal::Operations::EditDocket.call(
      staff(:maren),
      number: draft.number,
      edits: 0,
      title: "To be read",
      message: "",
      deadline: office.now + 864_000,
      parties: parties
    )
    open_page("/dockets/#{draft.number}/check")
    expect(text).to include("with a personal link to acknowledge", "nothing of that shows on the pages")
    JustSeal::Operations::SendDocket.call(staff(:maren), number: draft.number)
    work_jobs
    room = enter_by("/room/#{token_for(party(draft, "A"))}")
    JustSeal::Operations::ConsentToSigning.call(visitor_of(draft, "A"), version: 1)
    open_page(room)
    expect(text).to include(t("room.acts.acknowledge.button.one"), t("room.acts.acknowledge.question.one"))
  end

  it "says on the page of a docket that what is known of a party can't reach its level" do
    docket = sent_docket
    demand = JustSeal::Core::Assurance::Demand.none.with(floor: 2)
    party(docket, "A").update(demand: Sequel.pg_jsonb(demand.kept))
    sign_in :maren
    open_page("/dockets/#{docket.number}")
    told = t("dockets.party_row.unreachable", level: 2)
    expect(page.at("#party-A").text).to include(told)
    expect(page.at("#replace-A").text).to include(t("dockets.party_row.wants", level: 2))
    party(docket, "A").update(telephone: "+47 900 00 000")
    open_page("/dockets/#{docket.number}")
    expect(page.at("#party-A").text).not_to include(told)
  end
end
