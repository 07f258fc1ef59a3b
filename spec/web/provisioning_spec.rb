# frozen_string_literal: true

require "rack/test"

RSpec.describe "Staff and units that a directory keeps" do
  include Pages
  include Providers

  key = "5ca1" * 16

  before { allow(office.settings).to receive(:scim_key).and_return(key) }

  define_method(:ask) do |method, path, values = nil, with: key|
    head = header_host.merge("HTTP_AUTHORIZATION" => "Bearer #{with}", "CONTENT_TYPE" => "application/scim+json")
    custom_request(method.to_s.upcase, "/scim/v2#{path}", {}, head.merge(input: values ? JSON.generate(values) : ""))
    last_response.body.empty? ? {} : JSON.parse(last_response.body)
  end

  let(:email) { "scim-#{SecureRandom.hex(4)}@ravensholm.example" }
  let(:number) { SecureRandom.uuid }
  let(:user) do
    {
      "schemas" => ["urn:ietf:params:scim:schemas:core:2.0:User"],
      "externalId" => number,
      "userName" => email,
      "name" => { "givenName" => "Wren", "familyName" => "Pilot" },
      "title" => "Clerk",
      "active" => true,
      enterprise => { "department" => "Pilots" }
    }
  end

  def enterprise = "urn:ietf:params:scim:schemas:extension:enterprise:2.0:User"
  def status = last_response.status
  def row(made) = JustSeal::Store::Account[made.fetch("id").to_i]
  def patch_user(made, *operations) = ask(:patch, "/Users/#{made["id"]}", { "Operations" => operations })

  # Its id, or the class of what was raised.
  def made_or_refused(actor, person)
    JustSeal::Operations::Provision.new.make(actor, person, external_id: number).id
  rescue JustSeal::Error => e
    e.class
  end

  def told(count) = entries_of("staff").last(count).map { |entry| [entry["kind"], entry["actor"]["name"]] }

  it "is closed without the key, and where none is set" do
    ask(:get, "/Users", with: "another")
    expect([status, last_response["www-authenticate"]]).to eq([401, "Bearer"])
    allow(office.settings).to receive(:scim_key).and_return(nil)
    ask(:get, "/Users", with: "")
    expect(status).to eq(401)
  end

  it "makes an account and its unit, finds it, changes it, and tells who did it" do
    made = ask(:post, "/Users", user)
    expect(status).to eq(201)
    expect(made).to include("userName" => email, "displayName" => "Wren Pilot", "active" => true, "title" => "Clerk")
    expect(made[enterprise]).to eq("department" => "Pilots")
    expect(row(made)).to have_attributes(role: "sender", unit: "Pilots", state: "invited")
    expect(told(1)).to eq([["account.made", "SCIM"]])
    [["userName", email], ["externalId", number], ["id", made["id"]]].each do |name, value|
      found = ask(:get, "/Users?filter=#{CGI.escape("#{name} eq \"#{value}\"")}")
      expect(found).to include("totalResults" => 1, "startIndex" => 1)
      expect(found["Resources"].map { |one| one["id"] }).to eq([made["id"]])
    end
    2.times { ask(:put, "/Users/#{made["id"]}", user.merge("title" => "Master", "displayName" => "Wren A. Pilot")) }
    expect(row(made)).to have_attributes(name: "Wren A. Pilot", job_title: "Master")
    expect(entries_of("staff").last["actor"]).to include("name" => "SCIM", "via" => "scim")
    expect(ask(:post, "/Users", user)).to include("status" => "409", "scimType" => "uniqueness")
  end

  it "takes changes as directories send them" do
    made = ask(:post, "/Users", user)
    patch_user(made, { "op" => "Replace", "path" => "title", "value" => "Master" })
    patch_user(
      made,
      { "op" => "replace", "value" => { "displayName" => "Wren B.", "#{enterprise}:department" => "Specs" } }
    )
    expect(row(made)).to have_attributes(job_title: "Master", name: "Wren B.", unit: "Specs")
    patch_user(made, { "op" => "replace", "path" => "name.formatted", "value" => "Wren C." })
    expect(row(made).name).to eq("Wren C.")
    patch_user(made, { "op" => "add", "path" => "roles[primary eq true].value", "value" => "auditor" })
    patch_user(made, { "op" => "replace", "path" => "#{enterprise}:department", "value" => "Pilots" })
    expect(row(made)).to have_attributes(role: "auditor", unit: "Pilots")
    expect(
      patch_user(
        made,
        { "op" => "replace", "path" => "a b", "value" => 1 }
      )
    ).to include("scimType" => "invalidPath")
    expect(patch_user(made, { "op" => "sing" })).to include("scimType" => "invalidSyntax")
    expect(patch_user(made, { "op" => "replace", "path" => "roles", "value" => [{ "value" => "king" }] })["detail"])
      .to include("role")
    expect(ask(:get, "/Users?filter=#{CGI.escape('title co "x"')}")).to include("scimType" => "invalidFilter")
  end

  it "ends an account that is no longer active, hands its work to the head of the unit, and opens it again" do
    made = ask(:post, "/Users", user.merge(enterprise => { "department" => "Specs" }))
    JustSeal::Store::Account[made["id"].to_i].update(status_id: 2)
    JustSeal::Operations::KeepUnits.new.save(staff(:maren), name: "Specs", head_id: account(:joss).id)
    docket = sent_docket
    docket.update(owner_id: made["id"].to_i)
    patch_user(made, { "op" => "replace", "path" => "active", "value" => "False" })
    expect([status, row(made).state]).to eq([200, "ended"])
    expect(told(1)).to eq([["account.ended", "SCIM"]])
    expect(docket.refresh.owner_id).to eq(account(:joss).id)
    expect(ask(:get, "/Users/#{made["id"]}")["active"]).to be(false)
    patch_user(made, { "op" => "replace", "path" => "active", "value" => true })
    expect(row(made).state).to eq("invited")
    ask(:delete, "/Users/#{made["id"]}")
    expect([status, row(made).state]).to eq([204, "ended"])
  end

  it "knows nothing any more of an account that was deleted, and brings it back when it is made again" do
    made = ask(:post, "/Users", user)
    ask(:delete, "/Users/#{made["id"]}")
    found = "/Users?filter=#{CGI.escape("userName eq \"#{email}\"")}"
    expect(ask(:get, "/Users/#{made["id"]}")["status"]).to eq("404")
    expect(ask(:get, found)["totalResults"]).to eq(0)
    expect(ask(:delete, "/Users/#{made["id"]}")["status"]).to eq("404")
    ended = entries_of(JustSeal::Operations::StaffAccounts::CHAIN).reverse.find { |one| one["kind"] == "account.ended" }
    words = Class.new { include JustSeal::Web::Speech, JustSeal::Web::EntryWords }.new
    expect(words.entry_words(ended)).to end_with(I18n.t("reasons.gone_from_directory"))
    again = ask(:post, "/Users", user.merge("title" => "Harbour clerk"))
    expect([status, again["id"], row(again).job_title]).to eq([201, made["id"], "Harbour clerk"])
    expect(row(again).state).to eq("invited")
  end

  it "makes one account and one unit however often it is asked at once" do
    actor = JustSeal::Core::Actor::SYSTEM.with(name: "SCIM", via: "scim", role: "administrator")
    unit = "Unit #{SecureRandom.hex(4)}"
    person = JustSeal::Web::Scim::UserForm.new(user.merge(enterprise => { "department" => unit })).person
    told = Array.new(4) { Thread.new { made_or_refused(actor, person) } }.map(&:value)
    expect(told.grep(Integer).size).to eq(1)
    expect(told.grep(Class).uniq).to eq([JustSeal::Errors::Invalid])
    expect(JustSeal::Store::Account.where(email: email).count).to eq(1)
    expect(JustSeal::Store::Unit.where(name: unit).count).to eq(1)
  end

  it "does not end the last administrator" do
    JustSeal::Store::Account.where(role: "administrator").exclude(id: account(:maren).id).update(status_id: 3)
    ask(:delete, "/Users/#{account(:maren).id}")
    expect([status, account(:maren).state]).to eq([409, "open"])
  end

  it "keeps units as groups" do
    made = ask(:post, "/Users", user)
    name = "Tide office #{SecureRandom.hex(3)}"
    group = ask(:post, "/Groups", { "displayName" => name, "members" => [{ "value" => made["id"] }] })
    expect([status, group["members"].map { |one| one["value"] }]).to eq([201, [made["id"]]])
    expect(row(made).unit).to eq(name)
    found = ask(:get, "/Groups?filter=#{CGI.escape("displayName eq \"#{name}\"")}")
    expect(found["Resources"].map { |one| one["id"] }).to eq([group["id"]])
    remove = { "op" => "remove", "path" => "members[value eq \"#{made["id"]}\"]" }
    expect(ask(:patch, "/Groups/#{group["id"]}", { "Operations" => [remove] })).to include("status" => "409")
    JustSeal::Operations::KeepUnits.new.save(staff(:maren), name: name, above: "Specs")
    ask(:patch, "/Groups/#{group["id"]}", { "Operations" => [remove] })
    expect(row(made).unit).to eq("Specs")
    add = { "op" => "Add", "path" => "members", "value" => [{ "value" => made["id"] }] }
    ask(:patch, "/Groups/#{group["id"]}", { "Operations" => [add] })
    expect(row(made).unit).to eq(name)
    ask(:delete, "/Groups/#{group["id"]}")
    expect(status).to eq(409)
    rename = { "op" => "replace", "path" => "displayName", "value" => "Other" }
    expect(ask(:patch, "/Groups/#{group["id"]}", { "Operations" => [rename] })).to include("scimType" => "mutability")
  end

  it "says what it can do, page by page, and breaks on nothing" do
    expect(ask(:get, "/ServiceProviderConfig")["patch"]).to eq("supported" => true)
    expect(ask(:get, "/ResourceTypes")["Resources"].map { |one| one["endpoint"] }).to eq(%w[/Users /Groups])
    expect(ask(:get, "/Schemas")["totalResults"]).to eq(3)
    all = ask(:get, "/Users?count=2&startIndex=2")
    expect([all["itemsPerPage"], all["startIndex"]]).to eq([2, 2])
    expect(all["totalResults"]).to be > 2
    expect(ask(:get, "/Users?count=0")["Resources"]).to eq([])
    [
      ["[]", 400],
      ["{", 400],
      ['{"userName":5}', 400],
      ['{"userName":"x","emails":"y","name":[]}', 400]
    ].each do |text, code|
      head = header_host.merge("HTTP_AUTHORIZATION" => "Bearer #{key}", "CONTENT_TYPE" => "application/json")
      post("/scim/v2/Users", {}, head.merge(input: text))
      expect([last_response.status, JSON.parse(last_response.body)["schemas"]])
        .to eq([code, ["urn:ietf:params:scim:api:messages:2.0:Error"]]), text
    end
    expect(ask(:post, "/Users", user.merge("externalId" => "x" * 201))).to include("scimType" => "invalidValue")
    expect(ask(:get, "/Users?filter=#{CGI.escape('userName eq "a\\u0000"')}")).to include("scimType" => "invalidFilter")
    %w[/Users/0 /Users/x /Groups/%25 /Nothing].each do |path|
      ask(:get, path)
      expect(status).to eq(404), path
    end
  end
end
