# frozen_string_literal: true

require "csv"

# What a sender demands of one party beyond the rules, and what rules demand of a role.
RSpec.describe "Levels for one party" do
  before(:all) { open_office }
  after(:all) { neutral_rulebook.then { close_office } }

  def draft_with(**more) = edited(ready_draft, telephone: "0000 77 41", **more)
  def sent(draft) = JustSeal::Operations::SendDocket.call(staff(:maren), number: draft.number).tap { work_jobs }
  def demand(docket) = JustSeal::Core::Assurance::Demand.from(party(docket, "A").demand)

  it "raise the floor, are pinned when it is sent, and hold when the party acts" do
    docket = sent(draft_with(least_level: 2))
    expect([demand(docket).floor, demand(docket).raised?]).to eq([2, true])
    told = entries_of(docket.number).find { |one| one["kind"] == "docket.sent" }["facts"]["parties"].first
    expect(told).to include("floor" => 2, "least_level" => 2)
    visitor = begin_visit(token_for(party(docket, "A")))
    JustSeal::Operations::ConsentToSigning.call(visitor, version: 1)
    sha256 = JustSeal::Operations::ViewDocument.call(visitor).last
    expect do
      JustSeal::Operations::ActOnDocket.call(visitor, seen: { 1 => sha256 }, mark: { "typed" => "Ines" })
    end.to raise_reason(JustSeal::Errors::Forbidden, :level_too_low, wanted: 2, level: 1)
  end

  it "never lower what the rules demand" do
    rulebook({ "title" => "All at two", "kinds" => ["outside"], "floor" => 2 })
    docket = sent(draft_with(least_level: 1))
    expect([demand(docket).floor, demand(docket).raised?]).to eq([2, false])
    neutral_rulebook
  end

  it "come from rules for what a party is in the docket, and the account of the docket says so" do
    rulebook(
      { "title" => "Everybody", "floor" => 1 },
      { "title" => "Guarantors", "kinds" => ["outside"], "roles" => ["Guarantor"], "floor" => 2 }
    )
    docket = sent(draft_with(role_title: "Guarantor"))
    other = sent(draft_with(role_title: "Licensee"))
    expect([demand(docket).floor, demand(other).floor]).to eq([2, 1])
    account = JustSeal::Queries::DocketAccount.call(
      docket,
      office: office,
      sealed: { 1 => "%PDF-" },
      at: office.now,
      checkpoint: JustSeal::Operations::TakeCheckpoint.call
    )
    expect(account["parties"].first["level_demanded_by"]).to eq(%w[Everybody Guarantors])
    neutral_rulebook
  end

  it "keep drafts back that can't be met" do
    draft = draft_with(least_level: 2, telephone: "")
    reasons = JustSeal::Queries::DocketReadiness.call(draft.refresh, now: office.now).select(&:blocks).map(&:reason)
    expect(reasons).to eq([:floor_unreachable])
  end
end
