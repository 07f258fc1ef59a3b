# frozen_string_literal: true

RSpec.describe JustSeal::Core::Instructions do
  types = { "vessel" => "text", "dues" => "money", "valid_to" => "date", "owner" => "contact" }

  def problems(said, templates: ["DT-001"])
    definition = JustSeal::Core::Instructions::Definition.read(said)
    types = { "MB" => { "vessel" => "text", "dues" => "money", "valid_to" => "date", "owner" => "contact" } }
    JustSeal::Core::Instructions::Review.call(definition, classes: types, units: {}, templates: templates)
  end

  def said(*steps, **more)
    { "on" => "captured", "class" => "MB", "limit" => 5, "steps" => steps, **more.transform_keys(&:to_s) }
  end

  describe JustSeal::Core::Instructions::Marks do
    it "fills in particulars, contacts, and what a call and a docket brought" do
      owner = { "name" => "Ines Vale", "email" => "ines@vale.example", "organisation" => "Vale" }
      values = described_class.values(
        { "vessel" => "MV Knot", "owner" => owner },
        own: { "number" => "MB-1" },
        call: { "berth" => "9" },
        typed: { "order" => "4711" }
      )
      text = "{{number}} {{vessel|upper}} {{owner}} <{{owner.email}}> {{call.berth}} {{typed.order}} {{typed.no|or:-}}"
      expect(described_class.fill(text, values)).to eq("MB-1 MV KNOT Ines Vale <ines@vale.example> 9 4711 -")
    end

    it "says what a text speaks of that is not there" do
      expect(described_class.problem("{{vessel}} {{owner.email}} {{typed.x}}", types)).to be_nil
      expect(described_class.problem("{{call.berth}}", types).reason).to be(:no_particular)
      expect(described_class.problem("{{call.berth}}", types, asked: ["berth"])).to be_nil
      expect(described_class.problem("{{vessel.email}}", types).reason).to be(:no_particular)
      expect(described_class.problem("{{vessel", types).reason).to be(:mark_open)
    end
  end

  describe JustSeal::Core::Instructions::Line do
    it "does a step where its condition holds, and else the one that is done otherwise" do
      steps = [{ "when" => "dues >= 50" }, { "otherwise" => true }, { "otherwise" => true }, {}]
      line = described_class.new(steps)
      taken = ->(dues) { line.all({ "dues" => ["money", dues] }).map(&:taken) }
      expect(taken.call("60")).to eq(%i[taken passed taken taken])
      expect(taken.call("10")).to eq(%i[passed taken passed taken])
      expect(taken.call(nil)).to eq(%i[undecided undecided undecided taken])
      expect(line.place(4, {})).to be_nil
    end
  end

  describe JustSeal::Core::Instructions::Review do
    it "takes what is complete" do
      steps = [
        { "kind" => "sign", "template" => "DT-001", "go" => "send", "refused" => "ask", "lapsed" => "anew" },
        { "kind" => "write", "values" => { "dues" => "{{typed.x}}" } },
        { "kind" => "rename", "title" => "{{vessel}}" },
        { "kind" => "move" },
        { "kind" => "notify", "message" => "Done", "to" => "a@b.example" },
        { "kind" => "circulate", "people" => "unit:Pilots", "act" => "sign", "days" => 3 },
        { "kind" => "call" }
      ]
      expect(problems(said(*steps))).to eq({})
    end

    it "says at each place what is missing or wrong" do
      found = problems(
        said(
          { "kind" => "sign", "template" => "DT-9", "go" => "fly", "people" => { "A" => { "name" => "{{nope}}" } } },
          { "kind" => "write", "values" => { "nothing" => "x" } },
          { "kind" => "rename", "when" => "dues >", "title" => "x" },
          { "kind" => "notify", "to" => "nobody", "message" => "" },
          { "kind" => "circulate", "act" => "dance", "days" => 0 },
          { "kind" => "begin", "instruction" => "RH-S-9999" },
          { "kind" => "fly" },
          on: "date",
          limit: 0
        )
      )
      expect(found.keys).to include(
        "limit",
        "name",
        "days",
        "steps.0.template",
        "steps.0.go",
        "steps.0.refused",
        "steps.0.people.A.name",
        "steps.1.values.nothing",
        "steps.2.when",
        "steps.3.to",
        "steps.3.message",
        "steps.4.act",
        "steps.4.days",
        "steps.4.people",
        "steps.5.instruction",
        "steps.6"
      )
    end

    it "wants a condition for a value, ends for a docket, names for a call, and a first step" do
      expect(problems(said({ "kind" => "move" }, on: "value"))).to have_key("when")
      expect(problems(said({ "kind" => "move" }, on: "ended"))).to have_key("ends")
      expect(problems(said({ "kind" => "move" }, on: "called", asks: ["Not a name"]))).to have_key("asks")
      expect(problems(said)).to have_key("steps")
      expect(problems(said({ "kind" => "move", "otherwise" => true }))).to have_key("steps.0.when")
      expect(problems(said({ "kind" => "move" }, when: "vessel > 5"))).to have_key("when")
      expect(problems({ "on" => "captured", "class" => "XX", "steps" => [] })).to have_key("class")
    end
  end
end
