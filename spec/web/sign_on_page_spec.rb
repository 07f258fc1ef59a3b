# frozen_string_literal: true

require "rack/test"

RSpec.describe "The page about signing on" do
  include Pages
  include Providers

  before { sign_in(:maren) }
  after { neutral_sign_on }

  # +fields+: of the form, beside what it was opened on.
  def decide(**fields)
    send_form("/rules/sign-on", seen: page.at("input[name=seen]")["value"], **fields)
  end

  it "keeps what is filled in, and says what is wrong with it" do
    open_page("/rules/sign-on")
    decide(passwords: "1", makes_accounts: "1")
    expect(last_response.status).to eq(422)
    expect(text).to include(t("errors.no_places"))
    places = { "0" => { "group" => "pilots", "role" => "sender", "unit" => "Specs" }, "1" => { "group" => " " } }
    decide(passwords: "1", makes_accounts: "1", places: places)
    kept = JustSeal::Store::OfficeChoices.sign_on
    expect(kept).to have_attributes(passwords: true, makes_accounts: true)
    expect(kept.places.map(&:to_h)).to eq([{ group: "pilots", role: "sender", unit: "Specs" }])
    open_page("/rules/sign-on")
    expect(last_response.body).to include('value="pilots"')
    decide(places: places)
    expect(text).to include(t("errors.sign_on_untried"))
  end

  it "shows others what was decided, and is closed where no provider is set" do
    sign_in(:edda)
    open_page("/rules/sign-on")
    expect(text).to include(t("sign_on.policy.passwords"))
    expect(last_response.body).not_to include("<form method=\"post\" action=\"/rules/sign-on\"")
    use_sign_on(nil)
    %w[/sign-on /sign-on/back].each do |path|
      get(path, {}, header_host)
      expect(last_response.status).to eq(404)
    end
  end

  it "takes a token about an end from a program, without any of ours, and refuses one that does not hold" do
    from_there = header_host.merge("HTTP_ORIGIN" => "https://there.example")
    post("/sign-on/ended", { "logout_token" => "nonsense" }, from_there)
    expect([last_response.status, JSON.parse(last_response.body)["error"]]).to eq([400, "invalid_request"])
    post("/rules/sign-on", {}, header_host)
    expect(last_response.status).to eq(403)
  end
end
