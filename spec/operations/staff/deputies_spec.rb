# frozen_string_literal: true

RSpec.describe JustSeal::Operations::NameDeputy do
  def name(by: :joss, account: :joss, deputy: :tobias, first: 0, last: 3)
    today = office.zone.to_local(office.now).to_date
    described_class.call(
      staff(by),
      account_id: account(account).id,
      deputy_id: account(deputy).id,
      first_day: (today + first).iso8601,
      last_day: (today + last).iso8601
    )
  end

  after { JustSeal::Store::Deputy.live.update(ended_at: Time.now) }

  # A docket that waits for Joss.
  def waiting(**options) = sent_docket(same_turn: true, **options)
  def stand_in(docket, by: :tobias) = JustSeal::Operations::StandIn.call(staff(by), number: docket.number, letter: "B")

  it "lets the deputy take the seat, in their own name and for whoever is away" do
    docket = waiting
    expect { stand_in(docket) }.to raise_reason(JustSeal::Errors::Forbidden, :no_deputy)
    name
    stand_in(docket)
    seat = party(docket, "B")
    expect(seat).to have_attributes(account_id: account(:tobias).id, name: "Tobias Test", acts_for: "Joss Test")
    told = entries_of(docket.number).find { |entry| entry["kind"] == "party.stood_in" }
    expect(told["facts"].except("rows")).to eq("party" => "B", "name" => "Tobias Test", "for" => "Joss Test")
    account = JustSeal::Queries::DocketAccount.new(docket.refresh, office: office, sealed: {}, at: office.now)
    expect(account.send(:account_of, seat)["for"]).to eq("Joss Test")
    JustSeal::Operations::ReplaceParty.call(
      staff(:maren),
      number: docket.number,
      letter: "B",
      account_id: account(:edda).id
    )
    expect(party(docket, "B").acts_for).to eq("")
  end

  it "does not let one do what two are asked for, nor hands on what is done for somebody else" do
    docket = waiting
    seat = { letter: "A", account_id: account(:tobias).id }
    JustSeal::Operations::ReplaceParty.call(staff(:maren), number: docket.number, **seat)
    name
    expect { stand_in(docket) }.to raise_reason(JustSeal::Errors::Forbidden, :deputy_seated)

    other = waiting
    stand_in(other)
    name(by: :tobias, account: :tobias, deputy: :edda)
    expect { stand_in(other, by: :edda) }.to raise_reason(JustSeal::Errors::Forbidden, :no_deputy)
  end

  it "says for whom on the certificate of what is sealed, and the bundle holds" do
    docket = waiting
    name
    stand_in(docket)
    work_jobs
    %w[A B].each { |letter| sign(docket, letter) }
    expect(docket.refresh.state).to eq("sealed")
    certificate = JustSeal::Store::Version.where(kind: "certificate").order(:id).last
    pages = office.text.pages(office.blobs.get(certificate.sha256))
    expect(pages.join).to include("Tobias Test").and include("Acts as deputy for Joss Test.")
    bundle, = JustSeal::Operations::ExportBundle.call(staff(:rosalind), number: docket.number)
    report = JustSeal::Core::Bundle::Check.call(bundle, roots: office.roots, at: Time.now)
    expect(report).to have_attributes(verdict: :intact, findings: [])
  end

  it "says it of nothing that a deputy does in their own right" do
    docket = shared_docket
    name(by: :maren, account: :maren, deputy: :rosalind)
    JustSeal::Operations::ExportBundle.call(staff(:rosalind), number: docket.number)
    expect(entries_of(docket.number).last).to include("kind" => "docket.exported")
    expect(entries_of(docket.number).last["actor"]).to include("name" => "Rosalind Test")
    expect(entries_of(docket.number).last["actor"]).not_to have_key("for")
  end

  it "is named once for the same days" do
    name(first: 2, last: 4)
    expect { name(first: 4, last: 6) }.to raise_reason(JustSeal::Errors::Invalid, :deputy_named_already)
    name(first: 5, last: 6)
    expect { name(first: 2, last: 3, deputy: :edda) }.not_to raise_error
  end

  it "counts from the first day to the last, and no longer" do
    docket = waiting
    name(first: 1, last: 2)
    expect { stand_in(docket) }.to raise_reason(JustSeal::Errors::Forbidden, :no_deputy)
    clock.offset = 86_400
    expect(JustSeal::Queries::Deputies.today(office).for?(account(:tobias).id, account(:joss).id)).to be(true)
    clock.offset = 3 * 86_400
    expect { stand_in(docket) }.to raise_reason(JustSeal::Errors::Forbidden, :no_deputy)
  end

  it "lets the deputy steer what is sent, and says for whom" do
    docket = waiting(sender: :maren)
    JustSeal::Store::Docket.where(id: docket.id).update(owner_id: account(:joss).id)
    withdraw = lambda {
      JustSeal::Operations::WithdrawDocket.call(staff(:tobias), number: docket.number, reason: "Not needed")
    }
    expect { withdraw.call }.to raise_reason(JustSeal::Errors::Forbidden, :docket_of_somebody_else)
    name
    withdraw.call
    entry = entries_of(docket.number).find { |one| one["kind"] == "docket.withdrawn" }
    expect(entry["actor"]).to include("name" => "Tobias Test", "for" => "Joss Test")
    told = Class.new { include JustSeal::Web::EntryWords }.new
    expect(told.actor_words(entry["actor"])).to eq("Tobias Test, for Joss Test")
  end

  it "is forbidden where the rules say so" do
    rulebook({ "title" => "In person only", "kinds" => ["staff"], "no_deputies" => true })
    docket = waiting
    name
    expect { stand_in(docket) }.to raise_reason(JustSeal::Errors::Forbidden, :deputy_against_rules)
  ensure
    neutral_rulebook
  end

  it "is named by whoever is away, or an administrator, and ended by them" do
    row = name
    expect { name(by: :edda) }.to raise_reason(JustSeal::Errors::Forbidden, :role_forbids)
    expect(name(by: :maren, deputy: :edda)).to be_a(JustSeal::Store::Deputy)
    expect { described_class.new.end(staff(:tobias), id: row.id) }.to raise_error(JustSeal::Errors::Forbidden)
    described_class.new.end(staff(:joss), id: row.id)
    expect do
      described_class.new.end(staff(:joss), id: row.id)
    end.to raise_reason(JustSeal::Errors::Missing, :no_such_deputy)
    expect(entries_of("staff").last).to include("kind" => "account.deputy_ended")
  end

  it "takes nobody for themselves, and no days that are none" do
    expect { name(deputy: :joss) }.to raise_reason(JustSeal::Errors::Invalid, :deputy_missing)
    expect { name(first: 3, last: 2) }.to raise_reason(JustSeal::Errors::Invalid, :days_backwards)
    expect { name(first: -5, last: -1) }.to raise_reason(JustSeal::Errors::Invalid, :days_backwards)
    expect { name(first: 0, last: 400) }.to raise_reason(JustSeal::Errors::Invalid, :deputy_too_long)
    expect do
      described_class.call(staff(:joss), account_id: account(:joss).id, deputy_id: 0, first_day: "x", last_day: "")
    end.to raise_reason(JustSeal::Errors::Invalid, :day_malformed)
  end
end
