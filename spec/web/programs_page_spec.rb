# frozen_string_literal: true

RSpec.describe "The page of programs" do
  include Pages

  it "shows a token once, lists it with what it may, and ends it" do
    sign_in :maren
    expect(open_page("/rules/tokens")).to eq(200)
    send_form("/rules/tokens", name: "Ship list", days: "30", "scopes[]": "read")
    expect(last_response.status).to eq(200)
    secret = page.at("[data-test=token]").text
    expect(JustSeal::Queries::ApiTokens.of(secret, office.now).account.name).to eq("Maren Test")
    expect(text).to include("Ship list", "Maren Test", "read")
    open_page("/rules/tokens")
    expect(text).not_to include(secret)
    action = page.at("form[action$='/end']")["action"]
    send_form(action)
    expect(JustSeal::Queries::ApiTokens.of(secret, office.now)).to be_nil
  end

  it "says what is missing, and shows others only their own" do
    sign_in :joss
    open_page("/rules/tokens")
    send_form("/rules/tokens", name: "", days: "900")
    expect(last_response.status).to eq(422)
    expect(text).to include(I18n.t("errors.name_of_token"), I18n.t("errors.scopes_of_token"))
    given = { name: "Mine", days: "3", "scopes[]": "read" }
    send_form("/rules/tokens", **given, account: account(:maren).id.to_s)
    expect(last_response.status).to eq(403)
    open_page("/rules/tokens")
    send_form("/rules/tokens", **given)
    secret = page.at("[data-test=token]").text
    expect(JustSeal::Queries::ApiTokens.of(secret, office.now).account.name).to eq("Joss Test")
  end
end
