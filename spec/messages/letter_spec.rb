# frozen_string_literal: true

RSpec.describe JustSeal::Messages::Letter do
  def mail(**facts)
    body = {
      "lead" => "Maren Oake asks you to sign “A <b>bold</b> & title”.",
      "lines" => ["Until 4 December."],
      "margin" => [%w[Docket RH-1], ["From", "Maren <Oake>"]],
      "action" => "Read and sign"
    }
    JustSeal::Messages::KeptMail.new("Please sign", body.merge(facts.transform_keys(&:to_s)))
  end

  let(:link) { "http://localhost:7300/room/abc" }

  it "says the same in plain text and in HTML, with the link in both" do
    letter = described_class.new(mail, office: "Ravensholm Harbour Trust", link: link)
    expect(letter.text).to include(
      "“A <b>bold</b> & title”",
      "Until 4 December.",
      "Read and sign:\n#{link}",
      "Docket: RH-1",
      "Ravensholm Harbour Trust"
    )
    expect(letter.html).to include("&lt;b&gt;bold&lt;/b&gt; &amp; title", %(href="#{link}"), "Maren &lt;Oake&gt;")
  end

  it "leaves the link out where there is none" do
    letter = described_class.new(mail(action: nil), office: "Trust")
    expect(letter.text).not_to include("http")
    expect(letter.html).not_to include("<a ")
  end

  it "wears the colour and the logo of the office, where it has its own" do
    plain = described_class.new(mail, office: "Trust", link: link).html
    expect(plain).to include("background:#1C6B66")
    expect(plain).not_to include("<img")
    own = described_class.new(mail, office: "Trust", link: link, accent: "#5b5590", logo: true).html
    expect(own).to include("background:#5b5590", %(src="cid:#{described_class::LOGO}" alt="Trust"))
  end
end
