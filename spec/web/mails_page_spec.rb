# frozen_string_literal: true

RSpec.describe "The page of mails" do
  include Pages

  # One red pixel.
  png = Base64.decode64(
    "iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAIAAACQd1PeAAAADElEQVR4nGP4z8AAAAMBAQDJ/pLvAAAAAElFTkSuQmCC"
  )

  it "go out with the office's logo beside them, where it has one" do
    JustSeal::Operations::KeepLogo.call(staff(:maren), bytes: png)
    docket = sent_docket
    mail = mails(party(docket, "A").email).first
    picture = mail.all_parts.find { |part| part.mime_type == "image/png" }
    expect([picture.decoded, picture.cid]).to eq([png, JustSeal::Messages::Letter::LOGO])
    expect(mail.html_part.decoded).to include("cid:#{picture.cid}")
    expect(mail.text_part.decoded).to include("/room/")
  ensure
    JustSeal::Operations::KeepLogo.call(staff(:maren), bytes: nil)
    plain = mails(party(sent_docket, "A").email).first
    expect(plain.all_parts.map(&:mime_type)).to eq(%w[text/plain text/html])
  end

  it "shows each in every language" do
    sign_in :maren
    JustSeal::Messages::Sample::KINDS.each do |kind|
      texts = JustSeal::Words::Languages::CODES.map do |code|
        expect(open_page("/rules/mails/#{kind}?language=#{code}")).to eq(200)
        page.at("pre[lang=#{code}]").text
      end
      expect(texts.uniq.size).to eq(texts.size)
      expect(texts).to all(satisfy { |said| !said.include?("%{") })
    end
    open_page("/rules/mails/invitation?language=de")
    send_form("/rules/mails/invitation", language: "de")
    sent = mails_to("maren@ravensholm.example").map(&:subject)
    expect(sent).to include(start_with(I18n.t("mails.invitation.subject_sign", title: "", locale: :de).strip))
  end

  it "shows each as it would be, and sends one to whoever looks" do
    sign_in :maren
    open_page("/rules/mails")
    paths = page.css("tbody a").map { |link| link["href"] }
    expect(paths.size).to eq(JustSeal::Messages::Sample::KINDS.size)
    paths.each do |path|
      expect(open_page(path)).to eq(200)
      expect(page.at("pre").text).to include("Ravensholm Harbour Trust").and(satisfy { |said| !said.include?("%{") })
    end
    open_page("/rules/mails/invitation")
    send_form("/rules/mails/invitation")
    open_page(last_response["location"][%r{/rules/.*}])
    expect(text).to include("on its way to maren@ravensholm.example")
    sent = mails("maren@ravensholm.example").find do |mail|
      mail.subject.start_with?("Please sign: Berth licence, MV Example")
    end
    expect(sent.html_part.decoded).to include("/room/sample")
    expect(open_page("/room/sample")).to eq(404)
    expect(open_page("/rules/mails/nothing")).to eq(404)
    sign_in :tobias
    open_page("/rules/mails/sealed")
    expect(page.css("form[action^='/rules/mails']")).to be_empty
  end
end
