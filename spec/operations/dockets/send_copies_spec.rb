# frozen_string_literal: true

RSpec.describe JustSeal::Operations::SendCopies do
  include Pages

  def docket = shared_docket
  def send_copies(**given) = described_class.call(staff(:maren), number: docket.number, **given).tap { work_jobs }
  def address = @address ||= "copies-#{SecureRandom.hex(4)}@archive.example"
  def copies_mail(to) = mails_to(to).find { |mail| mail.subject.start_with?("Copies") }
  def link_in(mail) = URI(mail.text_part.decoded[%r{http\S+/copies/\S+}]).path

  it "sends them to parties and others by a link that ends, and enters each with its hashes, its end and why" do
    party = party(docket, "A")
    sent = send_copies(letters: ["A"], lines: "The archive <#{address}>", reason: "For the deposit.", days: 7)
    expect(sent).to eq(2)
    told = entries_of(docket.number).select { |one| one["kind"] == "docket.copies_sent" }.last(2)
    expect(told.map { |one| one["facts"]["to"] }).to eq([party.email, address])
    versions = JustSeal::Store::Version.where(docket_number: docket.number).select_map(:sha256)
    expect(told.last["facts"]["sha256"]).to match_array(versions)
    expect(told.last["facts"]["reason"]).to eq("For the deposit.")
    mail = copies_mail(address)
    expect(mail.text_part.decoded).to include("For the deposit.", "Maren Test")
    expect(mail.attachments.size).to eq(0)
    open_page(link_in(mail))
    fetched = page.css("main ul a").map { |one| Digest::SHA256.hexdigest(get(one["href"], {}, header_host).body) }
    expect(fetched).to match_array(versions)
    expect(entries_of(docket.number).last).to include("kind" => "copy.fetched")
    expect(JustSeal::Core::Ledger::Sequence.faults(entries_of(docket.number))).to eq([])
    clock.offset = 8 * 86_400
    expect(open_page(link_in(mail))).to eq(404)
    clock.offset = 0
  end

  it "says what is missing or wrong, and sends nothing" do
    wrong = {
      { letters: [] } => ["lines", :nobody_named],
      { lines: address } => ["reason", :reason_missing],
      { lines: "nobody at home", reason: "x" } => ["lines", :not_addresses],
      { letters: ["A"], days: 4000 } => ["days", :days_of_link]
    }
    before = entries_of(docket.number).size
    wrong.each do |given, (key, reason)|
      expect { send_copies(**given) }.to raise_error(JustSeal::Errors::Invalid) do |error|
        expect(reason_of(error.problems[key])).to eq(reason)
      end
    end
    expect(entries_of(docket.number).size).to eq(before)
  end

  it "is for sealed dockets, and for whoever steers them" do
    expect { described_class.call(staff(:maren), number: ready_draft.number, letters: ["A"]) }.to raise_error(
      JustSeal::Errors::Conflict
    )
    expect { described_class.call(staff(:tobias), number: docket.number, letters: ["A"]) }.to raise_error(
      JustSeal::Errors::Forbidden
    )
  end
end
