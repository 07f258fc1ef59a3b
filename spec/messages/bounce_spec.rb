# frozen_string_literal: true

RSpec.describe JustSeal::Messages::Bounce do
  # A notification as mail servers write them.
  def notification(action: "failed", status: "5.1.1", id: "outbox-7-1-#{"a" * 24}@ravensholm.example", original: true)
    about = <<~PART if original
      --b
      Content-Type: text/rfc822-headers

      Message-ID: <#{id}>
      Subject: Please sign

    PART
    <<~MAIL.gsub("\n", "\r\n")
      From: MAILER-DAEMON@mx.sanderling.example
      To: records@ravensholm.example
      Subject: Undelivered Mail Returned to Sender
      MIME-Version: 1.0
      Content-Type: multipart/report; report-type=delivery-status; boundary="b"

      --b
      Content-Type: text/plain

      I could not deliver it.
      --b
      Content-Type: message/delivery-status

      Reporting-MTA: dns; mx.sanderling.example
      Arrival-Date: Fri, 27 Nov 2026 10:00:00 +0000

      Final-Recipient: rfc822; ines@sanderling.example
      Action: #{action}
      Status: #{status}
      Diagnostic-Code: smtp; 550 5.1.1 <ines@sanderling.example>:
        User unknown

      #{about}--b--
    MAIL
  end

  it "reads what became of which mail, and in which words" do
    expect(described_class.read(notification)).to have_attributes(
      message_id: "outbox-7-1-#{"a" * 24}@ravensholm.example",
      status: "5.1.1",
      said: "550 5.1.1 <ines@sanderling.example>: User unknown",
      failed?: true
    )
    expect(described_class.read(notification(action: "delayed", status: "4.4.1"))).not_to be_failed
  end

  it "leaves other mails alone, and breaks on nothing" do
    [
      "",
      "\xFF\xFE".b,
      "Subject: x\r\n\r\nHello",
      notification(original: false),
      "Content-Type: multipart/report"
    ].each do |mail|
      expect(described_class.read(mail)).to be_nil, mail
    end
    expect(described_class.read(notification(status: "<b>"))).to have_attributes(status: "")
    huge = notification(id: "x" * 5000)
    expect(described_class.read(huge)).to be_nil
  end
end
