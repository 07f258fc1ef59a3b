# frozen_string_literal: true

# What senders are told of their dockets, and when.
RSpec.describe "What a sender is told" do
  ops = JustSeal::Operations
  after { account(:maren).update(notices: nil) }

  def choose(**given)
    JustSeal::Operations::ChooseNotices.call(staff(:maren), given: given.transform_keys(&:to_s))
  end

  def told(docket) = JustSeal::Store::Message.where(docket_id: docket.id, to_address: "maren@ravensholm.example")
  def kinds_told(docket) = told(docket).select_order_map(:kind)

  def daily
    JustSeal::Operations::TellDaily.call
    work_jobs
    mails_to("maren@ravensholm.example").select { |mail| mail.subject == I18n.t("mails.staff_daily.subject") }
  end

  it "is refusing, lapsing and sealing at once, and opening not, until they choose" do
    docket = sent_docket
    visitor = begin_visit(token_for(party(docket, "A")))
    expect(kinds_told(docket)).to eq([])
    ops::RefuseDocket.call(visitor, reason: "No.")
    expect(kinds_told(docket)).to eq(["ended"])
  end

  it "is opening at once, where they want it, once for each party" do
    choose(opened: "at_once", sealed: "not")
    docket = sent_docket
    sign(docket, "A")
    expect(kinds_told(docket)).to eq(["opened"])
    mail = mails_to("maren@ravensholm.example").find { |one| one.subject == "Opened: #{docket.title}" }
    expect(mail.text_part.decoded).to include("Ines Halloran has opened", "/dockets/#{docket.number}")
    sign(docket, "B")
    expect(docket.refresh.state).to eq("sealed")
    expect(kinds_told(docket)).to eq(%w[opened opened])
  end

  it "comes together once a day, where they want that, and once" do
    daily # what other examples left
    choose(opened: "daily", refused: "daily")
    docket = sent_docket
    ops::RefuseDocket.call(begin_visit(token_for(party(docket, "A"))), reason: "No.")
    expect(kinds_told(docket)).to eq([])
    before = daily.size
    text = daily.first.text_part.decoded
    expect(text).to include("#{docket.number}, “#{docket.title}”: opened by Ines Halloran", "refused by Ines Halloran")
    expect(daily.size).to eq(before)
  end

  it "says how much more there was than a mail tells" do
    daily
    choose(opened: "daily")
    2.times { begin_visit(token_for(party(sent_docket, "A"))) }
    stub_const("JustSeal::Operations::TellDaily::MAX_LINES", 1)
    told = daily.first.text_part.decoded
    expect(told.scan("opened by").size).to eq(1)
    expect(told).to include(I18n.t("mails.staff_daily.more", count: 1))
  end

  it "is told once when two tell at once" do
    daily
    choose(opened: "daily")
    begin_visit(token_for(party(sent_docket, "A")))
    count = JustSeal::Store::Message.where(kind: "staff_daily").count
    Array.new(4) { Thread.new { JustSeal::Operations::TellDaily.call } }.each(&:join)
    expect(JustSeal::Store::Message.where(kind: "staff_daily").count).to eq(count + 1)
  end

  it "is entered with what it was, and takes no nonsense" do
    choose(opened: "daily", sealed: "never ever", what: "not")
    expect(account(:maren).notices.to_h).to include("opened" => "daily", "sealed" => "at_once")
    expect(account(:maren).notices.to_h.keys).to match_array(JustSeal::Core::Dockets::Notices::USUAL.keys)
    entry = JustSeal::Store.db[:ledger_entries].where(kind: "account.changed").order(Sequel.desc(:id)).get(:body)
    expect(entry).to include("opened: not", "opened: daily")
  end
end
