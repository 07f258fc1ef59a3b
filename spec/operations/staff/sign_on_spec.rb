# frozen_string_literal: true

RSpec.describe JustSeal::Operations::SignOn do
  include Providers

  after { neutral_sign_on }

  origin = { address: "203.0.113.9", client: "RSpec", via: nil }.freeze
  forbidden = JustSeal::Errors::Forbidden

  define_method(:come) { |**changes| described_class.call(vouched(**changes), origin) }

  def told(count) = entries_of("staff").last(count).map { |entry| [entry["kind"], entry["facts"].except("rows")] }
  def fresh_address = "new-#{SecureRandom.hex(4)}@ravensholm.example"

  def auditor_from_outside
    given = {
      "asked_by" => "The auditor",
      "mandate" => "Law",
      "question" => "Who?",
      "from" => (Date.today - 3).iso8601,
      "until" => (Date.today + 90).iso8601,
      "due_on" => (Date.today + 7).iso8601,
      "worker_id" => account(:maren).id,
      "case_files" => ["BL-1"],
      "parties" => ""
    }
    inquiry = JustSeal::Operations::SaveInquiry.new.open(staff(:maren), given)
    ends = (Date.today + 5).iso8601
    person = { name: "Out Side", email: fresh_address, ends_on: ends }
    JustSeal::Operations::InviteAuditor.new.call(staff(:maren), number: inquiry.number, **person)
    JustSeal::Store::Account.outside.last
  end

  def invited
    person = JustSeal::Operations::KeepStaff::Person.new(
      name: "Sorrel Vane",
      email: fresh_address,
      role: "sender",
      unit: "Specs",
      job_title: "",
      seen: ""
    )
    JustSeal::Operations::KeepStaff.new.invite(staff(:maren), person)
  end

  it "binds an account by an address that is verified, once, and knows its person by their name there from then on" do
    expect(come.id).to eq(account(:joss).id)
    expect(told(1)).to eq(
      [["account.bound_elsewhere", { "name" => "Joss Test", "provider" => "https://provider.example" }]]
    )
    expect { come(email: "joss.new@ravensholm.example", verified: false) }.not_to(change { entries_of("staff").size })
    expect(come(email: "joss.new@ravensholm.example", verified: false).id).to eq(account(:joss).id)
  end

  it "gives nobody an account whose address they do not own, or that belongs to somebody else there" do
    expect { come(verified: false) }.to raise_reason(forbidden, :sign_on_unverified)
    expect { come(verified: false, email: fresh_address) }.to raise_reason(forbidden, :sign_on_unverified)
    sign_on_policy(trusts_addresses: true)
    come(verified: false)
    expect { come(subject: "person-2") }.to raise_reason(forbidden, :sign_on_of_another)
    auditor = JustSeal::Store::Account.outside.first || auditor_from_outside
    sign_on_policy(makes_accounts: true, places: [%w[pilots sender Specs]])
    expect { come(subject: "person-3", email: auditor.email.to_s, groups: ["pilots"]) }
      .to raise_reason(forbidden, :sign_on_of_another)
  end

  it "opens an account that was invited, and none that has ended" do
    account = invited
    come(subject: account.email.to_s, email: account.email.to_s)
    expect(account.refresh.state).to eq("open")
    expect(told(1).first.first).to eq("account.opened_elsewhere")
    JustSeal::Operations::EndStaff.call(staff(:maren), account_id: account.id, reason: "Has left")
    sign_on_policy(makes_accounts: true, places: [%w[pilots sender Specs]])
    [account.email.to_s, "another"].each do |subject|
      expect { come(subject: subject, email: account.email.to_s, groups: ["pilots"]) }
        .to raise_reason(forbidden, :account_ended)
    end
  end

  it "makes accounts where that is decided, in the place of their groups, and moves them with these" do
    given = { subject: "new", email: fresh_address, name: "Wren Pilot", groups: %w[tide pilots] }
    expect { come(**given) }.to raise_reason(forbidden, :sign_on_unknown)
    JustSeal::Store::Unit.create(name: "Pilots #{given[:email]}")
    sign_on_policy(
      makes_accounts: true,
      places: [%w[clerks auditor Specs], ["pilots", "sender", "Pilots #{given[:email]}"]]
    )
    made = come(**given)
    expect(made).to have_attributes(name: "Wren Pilot", role: "sender", state: "open")
    expect(told(2).map(&:first)).to eq(%w[account.made account.bound_elsewhere])
    JustSeal::Store.db[:account_active_session_keys].insert(account_id: made.id, session_id: SecureRandom.hex)
    come(**given, groups: %w[pilots clerks])
    expect(made.refresh).to have_attributes(role: "auditor", unit: "Specs")
    expect(told(2).map { |_, facts| facts.values_at("what", "after") }).to eq([%w[role auditor], %w[unit Specs]])
    expect(JustSeal::Store.db[:account_active_session_keys].where(account_id: made.id).count).to eq(0)
    expect { come(**given, groups: []) }.not_to(change { made.refresh.values })
    expect { come(**given, subject: "third", email: fresh_address, name: "") }
      .to raise_reason(forbidden, :sign_on_unfit)
  end

  it "leaves the last administrator what they are" do
    JustSeal::Store::Account.where(role: "administrator").exclude(id: account(:maren).id).update(status_id: 3)
    sign_on_policy(places: [%w[clerks sender Specs]])
    come(subject: "maren", email: "maren@ravensholm.example", groups: ["clerks"])
    expect(account(:maren).role).to eq("administrator")
  end

  it "is forgotten by an administrator, with a reason; then the address counts once more" do
    account = come
    identity = JustSeal::Store::SignOnIdentity.first(account_id: account.id)
    release = lambda do |name, **given|
      ops = JustSeal::Operations::ReleaseSignOn
      ops.call(staff(name), account_id: account.id, id: identity.id, reason: "Has a new number", **given)
    end
    expect { release.call(:joss) }.to raise_reason(JustSeal::Errors::Forbidden, :role_forbids)
    expect { release.call(:maren, reason: "") }.to raise_error(JustSeal::Errors::Invalid)
    release.call(:maren)
    told = entries_of(JustSeal::Operations::StaffAccounts::CHAIN).last
    expect(told).to include("kind" => "account.released_elsewhere")
    expect(told["facts"]).to include("name" => account.name, "reason" => "Has a new number")
    expect { release.call(:maren) }.to raise_reason(JustSeal::Errors::Missing, :no_such_sign_on)
    expect(come(subject: "another number").id).to eq(account.id)
  end

  it "makes one account however many browsers come at once" do
    sign_on_policy(makes_accounts: true, places: [%w[pilots sender Specs]])
    given = { subject: "at once", email: fresh_address, name: "Wren Pilot", groups: ["pilots"] }
    ids = Array.new(4) { Thread.new { come(**given).id } }.map(&:value)
    expect(ids.uniq.size).to eq(1)
    expect(JustSeal::Store::SignOnIdentity.where(subject: "at once").count).to eq(1)
  end

  it "lets in who came a second time while the first was being let in" do
    sign_on_policy(makes_accounts: true, places: [%w[pilots sender Specs]])
    given = { subject: "between", email: fresh_address, name: "Wren Pilot", groups: ["pilots"] }
    second = described_class.new
    first = nil
    allow(second).to receive(:known) { (first = come(**given)) && nil }
    expect(second.call(vouched(**given), origin).id).to eq(first.id)
  end

  it "ends what the provider says has ended, and nothing else" do
    come
    sessions = JustSeal::Store.db[:account_active_session_keys]
    sessions.delete
    %w[one two].each do |session|
      begun = Sequel.pg_jsonb(vouched(session: session).begun)
      sessions.insert(account_id: account(:joss).id, session_id: SecureRandom.hex, vouched: begun)
    end
    sessions.insert(account_id: account(:joss).id, session_id: SecureRandom.hex)
    ended = ->(**told) { JustSeal::Operations::EndSignOn.call(told.transform_keys(&:to_s), origin) }
    expect(ended.call(iss: "https://elsewhere.example", sid: "one")).to eq(0)
    expect(ended.call(iss: "https://provider.example", sid: "one", sub: "somebody")).to eq(0)
    expect(ended.call(iss: "https://provider.example", sid: "one")).to eq(1)
    expect(told(1)).to eq([["account.signed_out_elsewhere", { "name" => "Joss Test", "count" => 1 }]])
    expect(ended.call(iss: "https://provider.example", sub: "person-1")).to eq(1)
    expect(sessions.where(account_id: account(:joss).id).count).to eq(1)
  ensure
    sessions.delete
  end
end
