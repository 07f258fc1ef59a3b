# frozen_string_literal: true

require "net/http"

RSpec.describe "The stand-in mailbox" do
  let(:port) { URI(JustSeal.office.settings.mailbox_url).port }
  let(:mail) do
    JustSeal::Ports::SmtpMail.new(JustSeal.office.settings.smtp_url, from_host: "records.ravensholm.example")
  end

  def get(path) = Net::HTTP.get_response(URI("http://127.0.0.1:#{port}#{path}"))

  it "takes a mail over SMTP and shows it, with its attachments, in a frame of its own" do
    mail.deliver(
      from: ["records@ravensholm.example", "Ravensholm Harbour Trust"],
      to: ["lydia@ostara.example", "Λυδία Πετράκη"],
      subject: "Sealed: Ostara “call”",
      text: "Hello",
      html: "<p>Hello <script>x</script></p>",
      at: Time.utc(2026, 11, 24, 9),
      attachments: [["deed.pdf", "%PDF-1.7 deed"]]
    )
    page = get("/mailbox")
    expect(page.body.force_encoding("UTF-8")).to include(
      "Sealed: Ostara “call”",
      "lydia@ostara.example",
      "24 Nov, 09:00 UTC",
      "deed.pdf"
    )
    expect(page["content-security-policy"]).not_to include("unsafe-inline")
    id = page.body[%r{/mailbox/(\d+)/letter}, 1]
    letter = get("/mailbox/#{id}/letter")
    expect(letter["content-security-policy"]).to include("default-src 'none'", "sandbox")
    expect(get("/mailbox/#{id}/attachment/0").body).to eq("%PDF-1.7 deed")
  end

  it "knows no mail that did not come" do
    expect(
      %w[/mailbox/999999/letter /mailbox/999999/attachment/0 /mailbox/x/letter].map do |path|
        get(path).code
      end.uniq
    ).to eq(["404"])
  end
end
