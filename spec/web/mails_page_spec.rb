# frozen_string_literal: true

RSpec.describe "The page of mails" do
  include Pages

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
