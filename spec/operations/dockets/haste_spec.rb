# frozen_string_literal: true

# What is urgent, and whom dockets wait for.
RSpec.describe "Urgent dockets" do
  include Pages

  def urgent(reason)
    draft = ready_draft
    draft.update(options: Sequel.pg_jsonb("haste" => reason))
    JustSeal::Operations::SendDocket.call(staff(:maren), number: draft.number).tap { work_jobs }
  end

  it "say so first in the mail, with the reason, and in the ledger" do
    docket = urgent("The vessel sails at noon.")
    mail = mails_to(party(docket, "A").email).first
    expect(mail.subject).to start_with("Urgent. Please sign: ")
    expect(mail.text_part.decoded).to include("It is urgent: The vessel sails at noon.")
    sent = entries_of(docket.number).find { |one| one["kind"] == "docket.sent" }
    expect(sent["facts"]["options"]).to include("haste" => "The vessel sails at noon.")
    open_page("/room/#{token_for(party(docket, "A"))}")
  end

  it "come first on the Desk of whoever acts" do
    late = urgent("Before the tide.")
    sign(late, "A")
    usual = sent_docket
    usual.update(deadline: office.now + 3600)
    sign(usual, "A")
    shown = JustSeal::Queries::Desk.new(account(:joss), now: office.now).to_act.map { |row| row.docket.number }
    expect(shown.index(late.number)).to be < shown.index(usual.number)
    sign_in :joss
    open_page("/")
    expect(page.text).to include("Urgent: Before the tide.")
  end

  it "have a reason of at most 200 letters" do
    kept, problems = JustSeal::Core::Dockets::Options.read("haste" => " The \n tide ")
    expect([kept["haste"], problems]).to eq(["The tide", {}])
    _, problems = JustSeal::Core::Dockets::Options.read("haste" => "x" * 201)
    expect(problems.keys).to eq(["haste"])
  end

  it "are found by whom dockets wait for" do
    mine = sent_docket
    sign(mine, "A") # now Joss is asked
    other = sent_docket
    draft = ready_draft(sender: :joss)
    found = lambda do |waits|
      list = JustSeal::Queries::DocketList.new(
        sight: sight(:joss),
        waits: waits,
        person_id: account(:joss).id,
        size: 1000
      )
      list.page.rows.map { |row| row.docket.number }
    end
    expect(found.call("me")).to include(mine.number)
    expect(found.call("me")).not_to include(other.number, draft.number)
    expect(found.call("others")).to include(other.number)
    expect(found.call("others")).not_to include(mine.number, draft.number)
    expect(found.call("nobody")).to include(draft.number)
  end
end
