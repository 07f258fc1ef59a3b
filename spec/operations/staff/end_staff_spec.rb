# frozen_string_literal: true

RSpec.describe JustSeal::Operations::EndStaff do
  # Somebody of the staff who can sign in.
  def member(role: "sender", name: "Sigrun Vale")
    JustSeal::Store::Account.create(
      name: name,
      email: "s-#{SecureRandom.hex(4)}@ravensholm.example",
      role: role,
      unit: "Specs"
    )
  end

  def as_actor(row)
    JustSeal::Core::Actor.new(kind: "staff", id: row.id, name: row.name, role: row.role, unit: row.unit)
  end

  def leave(row, to: nil, by: staff(:maren), reason: "Left the Trust")
    described_class.call(by, account_id: row.id, reason: reason, to_id: to&.id)
  end

  it "signs them out at once, and what they enrolled counts no more" do
    row = member
    JustSeal::Store.db[:account_active_session_keys].insert(account_id: row.id, session_id: "s")
    JustSeal::Store.db[:account_password_hashes].insert(id: row.id, password_hash: "x")
    expect(leave(row)).to eq({})
    expect(row.refresh).to have_attributes(status_id: 3, ended_because: "Left the Trust")
    %i[account_active_session_keys account_password_hashes].each do |table|
      key = table == :account_password_hashes ? :id : :account_id
      expect(JustSeal::Store.db[table].where(key => row.id)).to be_empty
    end
    expect(entries_of("staff").last).to include("kind" => "account.ended")
  end

  it "ends their tokens and webhooks, each with its entry" do
    row = member(role: "administrator")
    _, secret = JustSeal::Operations::KeepTokens.new.make(as_actor(row), name: "Theirs", scopes: %w[read], days: 9)
    given = { name: "Elsewhere", url: "http://127.0.0.1:9/", kinds: %w[record.captured] }
    hook, = JustSeal::Operations::KeepWebhooks.new.make(as_actor(row), **given)
    leave(row)
    expect(JustSeal::Queries::ApiTokens.of(secret, office.now)).to be_nil
    expect(hook.refresh).not_to be_live
    ended = %w[tokens webhooks].map { |chain| entries_of(chain).last }
    expect(ended.map { |one| one["kind"] }).to eq(%w[token.ended webhook.ended])
    expect(ended.map { |one| one["actor"]["name"] }.uniq).to eq(["Maren Test"])
  end

  it "hands over dockets, seats, records, captures, inquiries and units, each told where it belongs" do
    row = member
    heir = member(name: "Heir")
    docket = sent_docket
    JustSeal::Operations::ReplaceParty.call(staff(:maren), number: docket.number, letter: "B", account_id: row.id)
    JustSeal::Store::Docket.where(id: docket.id).update(owner_id: row.id)
    held = capture
    JustSeal::Operations::TakeForRevision.call(as_actor(row), number: held.number)
    JustSeal::Operations::KeepUnits.new.save(staff(:maren), name: "Pilots", above: "Specs", head_id: row.id)

    expect { leave(row) }.to raise_reason(JustSeal::Errors::Invalid, :successor_missing)
    expect { leave(row, to: account(:rosalind)) }.to raise_reason(JustSeal::Errors::Invalid, :successor_unfit)
    expect(leave(row, to: heir)).to include(dockets: 1, seats: 1, records: 1, units: 1)

    expect(docket.refresh.owner_id).to eq(heir.id)
    expect(party(docket, "B").account_id).to eq(heir.id)
    expect(entries_of(docket.number).map { |entry| entry["kind"] }).to include("docket.handed_over", "party.replaced")
    expect(held.refresh.reserved_by).to be_nil
    expect(JustSeal::Store::Unit["Pilots"].head_id).to eq(heir.id)
    expect(JustSeal::Queries::OpenWork.new(row).counts).to eq({})
  end

  it "does all of it or nothing" do
    row = member
    docket = sent_docket
    JustSeal::Store::Docket.where(id: docket.id).update(owner_id: row.id)
    allow(JustSeal::Store::Authenticator).to receive(:where).and_raise(Sequel::DatabaseError)
    expect { leave(row, to: account(:tobias)) }.to raise_error(Sequel::DatabaseError)
    expect([docket.refresh.owner_id, row.refresh.status_id]).to eq([row.id, 2])
  end

  it "wants a reason, is not for oneself, and is not done twice" do
    row = member
    expect { leave(row, reason: " ") }.to raise_reason(JustSeal::Errors::Invalid, :reason_in_brief)
    expect { leave(account(:maren)) }.to raise_reason(JustSeal::Errors::Forbidden, :own_end)
    leave(row)
    expect { leave(row) }.to raise_reason(JustSeal::Errors::Conflict, :account_ended)
  end

  it "lets them come back, with a new password" do
    row = member
    leave(row)
    JustSeal::Operations::KeepStaff.new.bring_back(staff(:maren), account_id: row.id, reason: "Works here again")
    work_jobs
    expect(row.refresh.status_id).to eq(1)
    expect(mails(row.email).first.subject).to include("Your account")
  end

  it "leaves one administrator where two are ended at the same time" do
    others = JustSeal::Store::Account.where(role: "administrator", status_id: 2)
    kept = others.select_map(:id)
    pair = Array.new(2) { member(role: "administrator") }
    others.where(id: kept).update(status_id: 1)
    results = pair.rotate.zip(pair).map do |one, by|
      Thread.new do
        leave(one, by: as_actor(by)) && :ended
      rescue JustSeal::Errors::Conflict
        :kept
      end
    end.map(&:value)
    expect(results).to contain_exactly(:ended, :kept)
  ensure
    JustSeal::Store::Account.where(id: kept).update(status_id: 2)
    JustSeal::Store::Account.where(id: pair.to_a.map(&:id)).update(role: "sender")
  end

  it "hands over seats in drafts and standing questions, to whoever may have them" do
    person = JustSeal::Store::Account.create(
      email: "gone-#{SecureRandom.hex(4)}@ravensholm.example", name: "Gone Test", role: "compliance", unit: "Specs"
    )
    draft = ready_draft
    party(draft, "B").update(account_id: person.id, name: person.name, email: person.email)
    questions = JustSeal::Operations::KeepStandingQuestion.new
    watch = questions.begin(
      as_actor(person),
      { "question" => "missing_pieces", "title" => "Gone’s", "days" => "30", "classes" => "MB" }
    )
    last = { account_id: person.id, reason: "Has left the office" }
    expect { described_class.call(staff(:maren), **last, to_id: account(:joss).id) }
      .to raise_error(JustSeal::Errors::Invalid)
    described_class.call(staff(:maren), **last, to_id: account(:edda).id)
    expect([watch.refresh.account_id, party(draft, "B").name]).to eq([account(:edda).id, "Edda Test"])
  ensure
    questions.end(staff(:edda), watch.id)
  end
end
