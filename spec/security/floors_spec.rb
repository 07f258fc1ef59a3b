# frozen_string_literal: true

# What the rules demand can't be passed by, and whoever tries is in the ledger.
RSpec.describe "Floors" do
  ops = JustSeal::Operations
  errors = JustSeal::Errors

  after { neutral_rulebook }

  def entries(docket, kind)
    entries_of(docket.number).select { |one| one["kind"] == kind }
  end

  def ask(docket, letter, by: :maren)
    JustSeal::Operations::AskWaiver.call(
      staff(by),
      number: docket.number,
      letter: letter,
      granted: 1,
      reason: "The signer is at sea and reached by mail only.",
      ends_at: office.now + 86_400
    )
  end

  it "enter who tried to act under them, and with what" do
    rulebook("title" => "Outsiders", "kinds" => ["outside"], "floor" => 2)
    draft = ready_draft
    party(draft, "A").update(phrase_hash: ops::ProveByPhrase.hash("Kittiwake at dawn"))
    docket = ops::SendDocket.call(staff(:maren), number: draft.number).tap { work_jobs }
    visitor, sha256 = enter_room(docket, "A")
    expect { ops::ActOnDocket.call(visitor, seen: { 1 => sha256 }, mark: { "typed" => "Ines" }) }
      .to raise_reason(errors::Forbidden, :level_too_low)
    refused = entries(docket, "party.act_refused").first
    expect(refused["facts"]).to eq("party" => "A", "why" => "level_too_low", "wanted" => 2, "level" => 1)
    expect(refused["actor"]).to include("visit" => 1, "address" => "203.0.113.7")
  end

  it "enter who tried to send what nobody could sign as they demand" do
    rulebook("title" => "Outsiders", "kinds" => ["outside"], "floor" => 2)
    draft = ready_draft
    expect { ops::SendDocket.call(staff(:maren), number: draft.number) }.to raise_error(errors::Invalid)
    expect(entries(draft, "docket.sending_refused").map { |entry| entry["facts"]["parties"] }).to eq(["A"])
  end

  it "are waived neither by nor for the one whom that favours" do
    rulebook("title" => "All", "floor" => 2)
    draft = ready_draft
    party(draft, "B").update(account_id: account(:maren).id, name: "Maren Test")
    expect { ask(draft, "B") }.to raise_reason(errors::Forbidden, :waiver_for_oneself)
    party(draft, "B").update(account_id: account(:edda).id, name: "Edda Test")
    waiver = ask(draft, "B")
    expect { ops::DecideWaiver.call(staff(:edda), number: draft.number, id: waiver.id, allowed: true) }
      .to raise_reason(errors::Forbidden, :waiver_for_oneself)
  end

  it "are not waived by a member of the group that is asked" do
    rulebook("title" => "All", "floor" => 2)
    draft = ready_draft
    group = ops::SaveGroup.call(
      staff(:maren),
      name: "Officers #{rand}",
      lines: %w[edda joss].map do |name|
        account(name).email
      end
    )
    party(draft, "B").update(kind: "group", group_id: group.id, account_id: nil, name: group.name, email: "")
    waiver = ask(draft, "B")
    expect { ops::DecideWaiver.call(staff(:edda), number: draft.number, id: waiver.id, allowed: true) }
      .to raise_reason(errors::Forbidden, :waiver_for_oneself)
  end

  describe "of a rulebook" do
    let(:second) do
      JustSeal::Store::Account.first(email: "second@ravensholm.example") || JustSeal::Store::Account.create(
        email: "second@ravensholm.example",
        name: "Second Test",
        role: "compliance",
        unit: "Specs"
      )
    end
    let(:another) { staff(:edda).with(id: second.id, name: second.name) }

    before { ops::PublishRulebook.new.decide(staff(:maren), alone: false) }
    after { ops::PublishRulebook.new.decide(staff(:maren), alone: true) }

    def chain = JustSeal::Store::Ledger.rows("rulebook").map { |text, _| JSON.parse(text) }
    def in_force = JustSeal::Store::Rulebook.in_force(office.now)&.version

    it "count once a second person has published it" do
      row = rulebook("title" => "Everybody at level 2", "floor" => 2)
      before = in_force
      expect(before).not_to eq(row.version)
      expect { ops::PublishRulebook.call(staff(:edda), version: row.version) }
        .to raise_reason(errors::Forbidden, :own_rulebook)
      expect { ops::PublishRulebook.call(staff(:maren), version: row.version) }.to raise_error(errors::Forbidden)
      ops::PublishRulebook.call(another, version: row.version)
      expect(in_force).to eq(row.version)
      expect { ops::PublishRulebook.call(another, version: row.version) }
        .to raise_reason(errors::Conflict, :rulebook_published)
      expect(chain.last).to include(
        "kind" => "rulebook.published",
        "facts" => a_hash_including("version" => row.version)
      )
    end

    it "are written and published by one person where the office has decided so, which is an entry" do
      ops::PublishRulebook.new.decide(staff(:maren), alone: true)
      expect(chain.last["facts"]).to eq("before" => "no", "after" => "yes")
      expect { ops::PublishRulebook.new.decide(staff(:edda), alone: false) }.to raise_error(errors::Forbidden)
      expect(rulebook("title" => "All", "floor" => 1).version).to eq(in_force)
    end
  end

  it "tell a signer of nothing inside when a service is away" do
    text = JustSeal::Words.problem(
      JustSeal::Errors::Unavailable.new(
        :service_unreachable,
        host: "10.0.0.7",
        path: "/tsa",
        cause: "ECONNREFUSED"
      )
    )
    expect(text).to include("10.0.0.7"), "that is what the staff reads"
    docket = sent_docket
    session = Class.new { include Rack::Test::Methods }.new
    app = JustSeal::Web::Application.build(office.settings)
    session.define_singleton_method(:app) { app }
    link = "/room/#{token_for(party(docket, "A"))}"
    allow(ops::OpenRoom).to receive(:look).and_raise(
      errors::Unavailable.new(:service_unreachable, host: "10.0.0.7", path: "/tsa", cause: "ECONNREFUSED")
    )
    session.get(link, {}, { "HTTP_HOST" => "localhost" })
    expect(session.last_response.status).to eq(503)
    expect(session.last_response.body).to include(t("errors.service_away"))
    expect(session.last_response.body).not_to match(/10\.0\.0\.7|ECONN/)
  end
end
