# frozen_string_literal: true

# Parties who are invited by text message, beside mail or because they have no mail address.
RSpec.describe "Invitations by text message" do
  before(:all) { open_office }
  after(:all) { close_office }

  let(:number) { "+47 900 #{SecureRandom.random_number(10**5).to_s.rjust(5, "0")}" }

  def draft_with(**more) = edited(ready_draft, telephone: number, **more)
  def sent(draft) = JustSeal::Operations::SendDocket.call(staff(:maren), number: draft.number).tap { work_jobs }
  def text_token(number) = texts_to(number).first[%r{/room/([A-Za-z0-9_-]{43})}, 1]

  def status(docket, visit = nil)
    JustSeal::Queries::AssuranceStatus.new(docket, party(docket, "A"), at: office.now, visit: visit)
  end

  def issues(draft) = JustSeal::Queries::DocketReadiness.call(draft, now: office.now).select(&:blocks).map(&:reason)
  def visit_of(visitor) = JustSeal::Store::Visit[visitor.visit_id]

  it "are the whole way for somebody without a mail address, who signs and fetches the sealed copies" do
    docket = sent(draft_with(email: ""))
    expect(texts_to(number).first).to include(docket.title[0, 60], "asks you to sign", "/room/")
    visitor = begin_visit(text_token(number))
    sign(docket, "A", visitor: visitor)
    sign(docket, "B")
    expect(docket.refresh.state).to eq("sealed")
    expect(texts_to(number).first).to match(%r{is sealed.*/copies/[A-Za-z0-9_-]{43}\z})
    proof = party(docket, "A").proofs_in_force.first
    expect([proof[:method], proof.facts["to"]]).to eq(["text_link", JustSeal::Core::Contacts::Telephone.masked(number)])
    delivered = entries_of(docket.number).select { |one| one["kind"] == "message.delivered" }.map { |one| one["facts"] }
    expect(delivered).to include("to" => number, "kind" => "invitation", "channel" => "text")
    account = JustSeal::Queries::DocketAccount.call(
      docket, office: office, sealed: { 1 => "%PDF-" }, at: office.now, checkpoint: JustSeal::Store::Checkpoint.last
    )
    expect(account["parties"].first).to include("email" => "", "telephone" => a_string_including("•"))
  end

  it "go beside the mail, and whoever opens both links in one browser has shown two channels" do
    docket = sent(draft_with(also_text: true))
    mailed = party(docket, "A")
    visit, secret = JustSeal::Operations::OpenRoom.call(token_for(mailed), address: "203.0.113.7", client: "RSpec")
    expect(status(docket, visit).level).to eq(1)
    token = text_token(number)
    other, = JustSeal::Operations::OpenRoom.call(token, address: "203.0.113.8", client: "RSpec")
    expect([other.id == visit.id, status(docket, other).level]).to eq([false, 1])
    same, = JustSeal::Operations::OpenRoom.call(
      token, secrets: { visit.handle => secret }, address: "203.0.113.7", client: "RSpec"
    )
    expect([same.id, status(docket, visit.refresh).level]).to eq([visit.id, 2])
    work_jobs
    expect(mails_to(mailed.email).map(&:subject)).to include(a_string_starting_with("Opened in another browser"))
  end

  it "add nothing to a code that goes to the same telephone, and a channel to one by mail" do
    docket = sent(draft_with(email: ""))
    visitor = begin_visit(text_token(number))
    ways = status(docket, visit_of(visitor))
    expect(ways.available.keys & %w[text_code mail_code]).to eq(["text_code"])
    JustSeal::Operations::AskCode.call(visitor, method: "text_code")
    work_jobs
    JustSeal::Operations::ProveByCode.call(visitor, code: texts_to(number).first[/\A\d{6}/], method: "text_code")
    expect(status(docket, visit_of(visitor)).level).to eq(1)
    expect { JustSeal::Operations::AskCode.call(visitor, method: "mail_code") }
      .to raise_reason(JustSeal::Errors::Forbidden, :no_code_that_way)
  end

  it "are not sent where the rules don't take them, which is said before" do
    rulebook({ "title" => "No telephones", "kinds" => ["outside"], "forbidden" => ["text_code"] })
    expect(issues(draft_with(also_text: true))).to eq([:text_link_refused])
    expect(issues(draft_with(email: ""))).to include(:text_link_refused)
    docket = sent(draft_with(also_text: nil))
    replace = lambda do
      JustSeal::Operations::ReplaceParty.call(
        staff(:maren), number: docket.number, letter: "A", name: "Nils Vik", telephone: number
      )
    end
    expect(&replace).to raise_error(JustSeal::Errors::Invalid) do |e|
      expect(e.problems).to eq("email" => :text_link_forbidden)
    end
  ensure
    neutral_rulebook
  end

  it "stay in the draft where no gateway is set up" do
    draft = draft_with(email: "")
    expect(issues(draft)).to eq([])
    allow(office.settings).to receive(:text_url).and_return(nil)
    expect(issues(draft)).to include(:address_wrong)
  end

  it "say what the sender wants, shortened so that the link stands whole" do
    words = "Your berth at {{docket}}: please sign."
    docket = sent(draft_with(email: "", options: { "text_words" => words }))
    expect(texts_to(number).first).to start_with("Your berth at #{docket.number}: please sign. http")
    mail = JustSeal::Messages::Mail.new(
      :invitation, { "text_words" => "x" * 900, "act" => "sign" }, office: office
    )
    text = JustSeal::Messages::TextMessage.new(:invitation, mail, link: "http://a.example/room/token").to_s
    expect([text.length, text[-28..]]).to eq([459, " http://a.example/room/token"])
  end

  it "tell the sender of a number that the gateway will never reach, and go to the corrected one" do
    docket = sent(draft_with(email: "", telephone: "12 34"))
    expect(entries_of(docket.number).last(3).map { |one| one["kind"] }).to include("message.bounced")
    expect(mails_to(account(:maren).email).map(&:subject)).to include(a_string_starting_with("Not delivered"))
    row = party(docket, "A")
    expect(JustSeal::Queries::DocketOverview.new(docket, now: office.now).returned(row).to_address).to eq("12 34")
    JustSeal::Operations::ReplaceParty.call(
      staff(:maren), number: docket.number, letter: "A", name: row.name, telephone: number
    )
    work_jobs
    expect(text_token(number)).to match(/\A[\w-]{43}\z/)
    corrected = entries_of(docket.number).find { |one| one["kind"] == "party.corrected" }["facts"]
    expect(corrected).to include("before" => "12 34", "telephone" => number, "email" => "")
  end

  it "remind, and tell of a new deadline and of the end" do
    docket = sent(draft_with(email: ""))
    JustSeal::Operations::RemindParty.call(staff(:maren), number: docket.number, letter: "A")
    work_jobs
    expect(texts_to(number).first).to include("still waits for you", "/room/")
    JustSeal::Operations::ChangeDeadline.call(
      staff(:maren), number: docket.number, deadline: docket.deadline + 86_400
    )
    JustSeal::Operations::WithdrawDocket.call(staff(:maren), number: docket.number, reason: "No longer needed")
    work_jobs
    expect(texts_to(number).first(2).map { |text| text.include?("http") }).to eq([false, false])
    expect(texts_to(number).first).to include("was withdrawn")
  end
end
