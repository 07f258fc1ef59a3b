# frozen_string_literal: true

# A list of an answer ends somewhere; what it counts does not.
RSpec.describe JustSeal::Queries::Questions::Question do
  include Circulated

  ops = JustSeal::Operations

  after { neutral_rulebook }

  def answer(name, **params)
    day = office.zone.to_local(office.now).to_date
    asked = { "from" => (day - 1).iso8601, "until" => (day + 1).iso8601 }
    scope = JustSeal::Queries::InquiryScope.new(asked, zone: office.zone)
    JustSeal::Queries::Questions::ALL.fetch(name).new(scope, params.transform_keys(&:to_s)).call
  end

  def figures(answer) = answer["figures"].to_h { |one| one.values_at("name", "value") }
  def counts(answer) = answer["lists"].to_h { |one| one.values_at("name", "count") }
  def said(answer) = answer["notes"].map { |note| note["said"] }

  # The answer to +name+ as it is, and as it is where a list ends after its first row.
  def whole_and_cut(name, **params)
    whole = answer(name, **params)
    stub_const("JustSeal::Queries::Questions::Question::MAX_ROWS", 1)
    stub_const("JustSeal::Queries::Questions::Question::BATCH", 1)
    [whole, answer(name, **params)]
  end

  def expect_counted_whole(whole, cut, *lists)
    expect(figures(cut)).to eq(figures(whole))
    expect(counts(cut)).to eq(counts(whole))
    lists.each do |name|
      list = cut["lists"].find { |one| one["name"] == name }
      expect(list["count"]).to be >= 2
      expect(list["rows"].size).to eq(1)
      expect(cut["notes"]).to include("said" => "cut", "list" => name, "count" => list["count"], "limit" => 1)
    end
  end

  it "counts all waivers and authenticators" do
    rulebook("title" => "All", "floor" => 2)
    draft = ready_draft
    %w[A B].each do |letter|
      ops::AskWaiver.call(
        staff(:maren),
        number: draft.number,
        letter: letter,
        granted: 1,
        reason: "The signer is at sea and reached by mail only.",
        ends_at: office.now + 86_400
      )
    end
    draft.update(sent_at: office.now)
    JustSeal::Store.db.transaction(rollback: :always) do
      2.times do |count|
        JustSeal::Store::Authenticator.create(
          kind: "app_code",
          email: "outside#{count}@many.example",
          secret: "x",
          begun_at: office.now,
          bound_at: office.now,
          bound_level: 2,
          bound_by: "link"
        )
      end
      expect_counted_whole(*whole_and_cut("below_floor"), "waivers", "authenticators")
    end
  end

  it "counts all records without a seal, and all changes of rules" do
    2.times { capture }
    expect_counted_whole(*whole_and_cut("missing_pieces"), "unsealed")
    2.times { rulebook("title" => "All", "floor" => 2) }
    expect(counts(answer("rule_changes"))["changes"]).to be >= 2
    expect(answer("rule_changes")["notes"]).to include(include("said" => "cut", "list" => "changes"))
  end

  it "counts all who had acted, and all who had not" do
    unit, = unit_with(4)
    circulation = started_circulation({ "units" => [unit] }, declaration: "I have read it", due_days: 60)
    circulation.recipients.first(2).each { |one| act_on(one, declaration: "I have read it") }
    asked = { record: circulation.record.number, version: "", day: "" }
    expect_counted_whole(*whole_and_cut("who_acknowledged", **asked), "acknowledged", "not_acknowledged")
  end

  it "says of a person's entries what was not looked at" do
    mail = "many.dockets@many.example"
    2.times do |count|
      draft = edited(ready_draft, email: mail, name: "Una Rowe #{count}")
      ops::SendDocket.call(staff(:maren), number: draft.number)
    end
    whole = answer("this_person", person: mail)
    expect(said(whole)).to eq([])
    expect(figures(whole)).to include("dockets" => 2)
    questions = JustSeal::Queries::Questions
    { MAX_NAMES: 1, MAX_DOCKETS: 1 }.each { |name, value| stub_const("#{questions}::ThisPerson::#{name}", value) }
    less = answer("this_person", person: mail)
    expect(less["notes"]).to include(
      { "said" => "first_names", "count" => 2, "limit" => 1 }, { "said" => "first_dockets", "count" => 2, "limit" => 1 }
    )
    stub_const("#{questions}::Question::MAX_ROWS", 1)
    least = answer("this_person", person: account(:maren).name)
    expect(said(least)).to include("newest_entries")
    words = JustSeal::Words::Answer.of(least)["notes"]
    expect(words).to include(match(/\AOf the \d+ entries that name it as their actor, the newest 1 were looked at\.\z/))
  end
end
