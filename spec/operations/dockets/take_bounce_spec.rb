# frozen_string_literal: true

RSpec.describe JustSeal::Operations::TakeBounce do
  let(:docket) { sent_docket }
  let(:invitation) { JustSeal::Store::Message.first(docket_id: docket.id, party_id: party(docket, "A").id) }

  def notification(message, action: "failed", id: nil)
    id ||= JustSeal::Messages::OutboxId.of(message, key: office.settings.need(:master_key))
    <<~MAIL.gsub("\n", "\r\n")
      MIME-Version: 1.0
      Content-Type: multipart/report; report-type=delivery-status; boundary="b"

      --b
      Content-Type: message/delivery-status

      Reporting-MTA: dns; mx.example

      Final-Recipient: rfc822; #{message.to_address}
      Action: #{action}
      Status: 5.1.1
      Diagnostic-Code: smtp; 550 User unknown

      --b
      Content-Type: message/rfc822

      Message-ID: <#{id}@ravensholm.example>

      --b--
    MAIL
  end

  it "is told on the docket and in the ledger, and to the sender, once" do
    mail = notification(invitation)
    expect(described_class.call(mail)&.id).to eq(invitation.id)
    expect(described_class.call(mail)).to be_nil
    told = entries_of(docket.number).select { |entry| entry["kind"] == "message.bounced" }
    expect(told.map { |entry| entry["facts"].except("rows") }).to eq(
      [{ "to" => invitation.to_address, "kind" => "invitation", "status" => "5.1.1", "said" => "550 User unknown" }]
    )
    work_jobs
    sent = mails("maren@ravensholm.example").first
    expect(sent.subject).to eq("Came back: #{docket.title}")
    expect(sent.text_part.decoded).to include("The mail server said: 5.1.1 550 User unknown")
    overview = JustSeal::Queries::DocketOverview.new(docket, now: office.now)
    expect(overview.returned(party(docket, "A")).id).to eq(invitation.id)
    expect(overview.returned(party(docket, "B"))).to be_nil
  end

  it "does not count what was only delayed, what was made up, and mails of others" do
    made_up = "outbox-#{invitation.id}-#{invitation.created_at.to_i}-#{"0" * 24}"
    [
      notification(invitation, action: "delayed"),
      notification(invitation, id: made_up),
      notification(invitation, id: "somebody-else"),
      "Subject: Hello\r\n\r\nHello"
    ].each { |mail| expect(described_class.call(mail)).to be_nil, mail }
    expect(invitation.refresh.bounced_at).to be_nil
  end

  it "is read from a mail that went out, as it went out" do
    sent = mails(invitation.to_address).first
    expect(described_class.call(notification(invitation, id: sent.message_id.split("@").first))).to be_truthy
  end

  it "may come after the seal, and the audit knows it" do
    sealed = signed_docket
    work_jobs
    copy = JustSeal::Store::Message.where(docket_id: sealed.id, kind: "sealed").exclude(party_id: nil).first
    described_class.call(notification(copy))
    entries = entries_of(sealed.number)
    expect(entries.last(2).map { |entry| entry["kind"] }).to include("message.bounced")
    expect(JustSeal::Core::Ledger::Sequence.faults(entries)).to eq([])
  end

  it "counts once, however many look at the same mailbox" do
    mail = notification(invitation)
    taken = Array.new(4) { Thread.new { described_class.call(mail) } }.map(&:value)
    expect(taken.compact.size).to eq(1)
  end
end
