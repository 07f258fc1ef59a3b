# frozen_string_literal: true

RSpec.describe "The page of algorithms" do
  include Pages

  after do
    JustSeal::Store::OfficeChoices.set("algorithms", nil)
    office.refresh
  end

  def change(**fields)
    open_page("/evidence/algorithms")
    given = { id: "digest/SHA256/0", until: "2038-12-31", source: "Notice 7", seen: "" }
    send_form("/evidence/algorithms", **given, **fields)
  end

  it "shows each with its end, and lets those who answer for rules change it, by somebody's word" do
    sign_in(:edda)
    expect(open_page("/evidence/algorithms")).to eq(200)
    expect(text).to include("RSA, 1900 bits and more", "until 31 Dec 2028", "ETSI TS 119 312")
    change(source: "")
    expect(last_response.status).to eq(422)
    expect(text).to include(I18n.t("errors.source_missing"))
    expect(page.css("details[open] input[type=date]").map { |one| one["value"] }).to eq(["2038-12-31"])
    change
    open_page("/evidence/algorithms")
    expect(text).to include("until 31 Dec 2038", "Notice 7 (changed here)")
    expect(office.register.digest_ends("SHA256")).to eq(Time.utc(2039, 1, 1))
    change(until: "2040-13-41", seen: "2039-01-01T00:00:00Z")
    expect(last_response.status).to eq(422)
    change(until: "2040-12-31")
    expect(last_response.status).to eq(409), "it was changed meanwhile"
    change(seen: "no time")
    expect(last_response.status).to eq(409)
  end

  it "shows the roots, and lets them be given their days" do
    sign_in(:edda)
    id = JustSeal::Core::Trust::Register.root_id(office.roots.first)
    given = { id: id, from: "2020-01-01", until: "2019-12-31", source: "List of 2026", seen: "" }
    open_page("/evidence/algorithms")
    send_form("/evidence/algorithms/roots", **given)
    expect(last_response.status).to eq(422)
    expect(text).to include(I18n.t("errors.ends_before_it_begins"))
    send_form("/evidence/algorithms/roots", **given, until: "2041-12-31")
    open_page("/evidence/algorithms")
    expect(text).to include("from 1 Jan 2020 until 31 Dec 2041", "List of 2026")
    expect(office.register.root(id).till).to eq(Time.utc(2042, 1, 1))
  end

  it "lets others read alone" do
    sign_in(:tobias)
    expect(open_page("/evidence/algorithms")).to eq(200)
    expect(page.css("form[action='/evidence/algorithms']")).to be_empty
  end
end
