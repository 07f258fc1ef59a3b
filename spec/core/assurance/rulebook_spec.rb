# frozen_string_literal: true

RSpec.describe JustSeal::Core::Assurance::Rulebook do
  rule = ->(title, **values) { { "title" => title }.merge(values.transform_keys(&:to_s)) }
  book = described_class.new(
    "rules" => [
      rule.call("All sign at level 1", floor: 1),
      rule.call(
        "Leases at level 2",
        classes: ["QL"],
        floor: 2
      ),
      rule.call(
        "Dear leases at level 3",
        classes: ["QL"],
        when: "yearly_rent >= 50000",
        floor: 3,
        fresh_minutes: 10
      ),
      rule.call(
        "Outsiders without text messages",
        kinds: ["outside"],
        forbidden: ["text_code"]
      ),
      rule.call(
        "Pilots by card",
        classes: ["PL"],
        acts: ["sign"],
        floor: 4,
        prove_first: true,
        no_passing_on: true,
        no_deputies: true,
        location: "ask"
      ),
      rule.call(
        "Long terms",
        classes: ["MB"],
        when: "valid_to - valid_from > 365",
        floor: 3
      ),
      rule.call("Statements of something", classes: ["HZ"], when: "un_numbers != ''", allowed: %w[passkey phrase])
    ]
  )

  define_method(:demand) do |code, act = "sign", kind = "outside", **particulars|
    book.demand(class_code: code, act: act, kind: kind, particulars: particulars.transform_keys(&:to_s))
  end

  it "takes the highest floor and the shortest freshness of all rules that match, and names each" do
    expect(
      demand(
        "QL",
        yearly_rent: %w[money 50000]
      )
    ).to have_attributes(
      floor: 3,
      fresh_minutes: 10,
      forbidden: %w[text_code text_link],
      rules: [
        ["All sign at level 1", :matches],
        ["Leases at level 2", :matches],
        ["Dear leases at level 3", :matches],
        ["Outsiders without text messages", :matches]
      ]
    )
    expect(demand("QL", yearly_rent: %w[money 49999.99])).to have_attributes(floor: 2, fresh_minutes: 30)
    expect(demand("QL", "sign", "staff", yearly_rent: %w[money 1])).to have_attributes(floor: 2, forbidden: [])
  end

  it "applies a rule whose condition can't be decided" do
    expect(
      demand(
        "QL",
        yearly_rent: ["money", nil]
      )
    ).to have_attributes(floor: 3, rules: include(["Dear leases at level 3", :undecided]))
    expect(demand("QL").floor).to eq(3)
  end

  it "compares dates, and texts that may be empty" do
    expect(demand("MB", valid_from: %w[date 2027-01-01], valid_to: %w[date 2028-01-02]).floor).to eq(3)
    expect(demand("MB", valid_from: %w[date 2027-01-01], valid_to: %w[date 2027-12-31]).floor).to eq(1)
    expect(demand("HZ", un_numbers: ["list", nil]).forbidden).to eq(%w[text_code text_link])
    expect(
      demand(
        "HZ",
        un_numbers: ["list", ["1203"]]
      ).forbidden
    ).to include("text_code", "civil_id", "card").and(
      satisfy { |all|
        !all.intersect?(%w[link passkey phrase account])
      }
    )
  end

  describe JustSeal::Core::Assurance::Condition do
    particulars = {
      "rent" => %w[money 10],
      "gone" => ["money", nil],
      "un_numbers" => ["list", ["1203"]],
      "none" => ["list", nil],
      "from" => %w[date 2027-01-01],
      "to" => %w[date 2028-01-02]
    }
    {
      "un_numbers is not empty" => :matches,
      "none is empty" => :matches,
      "none is not empty" => nil,
      "gone is empty" => :matches,
      "to - from > 365 days" => :matches,
      "to - from > 366 days" => nil,
      "rent >= 10 EUR" => :matches,
      "gone > 5" => :undecided,
      "gone is not empty and gone > 5" => nil,
      "rent = 10 or gone > 5" => :matches,
      "rent = 9 and gone > 5" => nil,
      "gone * 2 > 5" => :undecided,
      "other > 5" => :undecided,
      "'is not empty' = 'is not empty'" => :matches
    }.each do |text, outcome|
      it("judges “#{text}”") { expect(described_class.new(text).judge(particulars)).to eq(outcome) }
    end

    it "is undecided, not broken, where a class has other types by now" do
      expect(described_class.new("rent > 5 and gone = 'x'").judge(particulars)).to eq(:undecided)
      expect(described_class.new("rent and gone > 1").judge(particulars)).to eq(:undecided)
    end

    it "names particulars, not what it makes of them" do
      expect(described_class.new("un_numbers is not empty and rent > 3 m3")).to have_attributes(
        names: %w[un_numbers rent], units: ["m3"]
      )
    end
  end

  it "says what an account counts for that signed on elsewhere" do
    said = [{ "claim" => "acr", "value" => "urn:two" }, { "claim" => "amr", "value" => "mfa" }]
    rules = described_class.new("rules" => [], "sign_on" => said)
    expect(rules.factors(nil)).to eq(1)
    expect(rules.factors("acr" => "urn:one", "amr" => ["pwd"])).to eq(1)
    expect(rules.factors("acr" => "urn:two", "amr" => [])).to eq(2)
    expect(rules.factors("acr" => "", "amr" => %w[pwd mfa])).to eq(2)
    expect(rules.factors("acr" => "mfa", "amr" => ["urn:two"])).to eq(1)
    expect(described_class.new("rules" => []).factors("acr" => "", "amr" => ["mfa"])).to eq(1)
  end

  it "asks what else the rules ask, for the act that they are for, and nothing of who only receives" do
    expect(demand("PL")).to have_attributes(floor: 4, prove_first: true, location: "ask")
    expect(demand("PL")).to have_attributes(may_pass_on: false, may_stand_in: false)
    expect(demand("PL", "approve")).to have_attributes(floor: 1, prove_first: false, may_pass_on: true, location: "no")
    expect(demand("PL", "receive").floor).to eq(0)
    expect(demand("PL", "sign", "group").floor).to eq(4)
  end

  it "is kept as JSON and comes back the same" do
    demanded = demand("PL")
    expect(JustSeal::Core::Assurance::Demand.from(JSON.parse(JSON.generate(demanded.kept)))).to eq(demanded)
  end

  describe JustSeal::Core::Assurance::RulebookReview do
    classes = { "QL" => { "yearly_rent" => "money", "tenant" => "text" }, "MB" => { "valid_from" => "date" } }
    define_method(:reasons) { |*rules| described_class.call({ "rules" => rules }, classes: classes).map(&:reason) }

    it "finds nothing in a sound rulebook" do
      expect(
        reasons(
          rule.call("One", floor: 1),
          rule.call("Two", classes: ["QL"], when: "yearly_rent > 10", floor: 3, forbidden: ["text_code"])
        )
      ).to eq([])
    end

    {
      title_missing: { title: " ", floor: 1 },
      demands_nothing: { classes: ["QL"] },
      floor_wrong: { floor: 5 },
      minutes_wrong: { fresh_minutes: 0 },
      location_wrong: { location: "everywhere" },
      unknown_value: { classes: ["ZZ"], floor: 1 },
      link_forbidden: { forbidden: ["link"] },
      condition_unreadable: { classes: ["QL"], when: "yearly_rent >", floor: 2 },
      condition_no_yes: { classes: ["QL"], when: "yearly_rent * 2", floor: 2 },
      never_true: { when: "1 > 2", floor: 2 },
      never_matches: { when: "depth > 3", floor: 2 },
      particular_missing: { classes: %w[QL MB], when: "yearly_rent > 1", floor: 2 }
    }.each do |reason, values|
      it("tells #{reason}") { expect(reasons(rule.call("R", **values))).to eq([reason]) }
    end

    {
      "yearly_rent > 5 and yearly_rent < 3" => [:never_true],
      "yearly_rent > 3 and yearly_rent < 3.5" => [],
      "tenant = 'a' and tenant = 'b'" => [:never_true],
      "tenant is empty and tenant = 'a'" => [:never_true],
      "tenant is not empty and yearly_rent >= 50000 EUR" => [],
      "yearly_rent >= 50000 NOK" => [:unit_unknown],
      "yearly_rent / 12 = 1000" => [],
      "not(yearly_rent > 3 or yearly_rent <= 3)" => [:never_true]
    }.each do |text, found|
      it("judges whether “#{text}” can come true") {
        expect(
          described_class.call(
            { "rules" => [rule.call("R", classes: ["QL"], when: text, floor: 2)] },
            classes: classes,
            units: { "QL" => { "yearly_rent" => "EUR" } }
          ).map(&:reason)
        ).to eq(found)
      }
    end

    it "holds rules together only where their conditions may hold at once" do
      apart = [
        rule.call("Dear", classes: ["QL"], when: "yearly_rent >= 50000", floor: 4),
        rule.call("Cheap", classes: ["QL"], when: "yearly_rent < 50000", forbidden: ["card"])
      ]
      expect(reasons(*apart)).to eq([])
      expect(
        reasons(
          apart[0],
          rule.call("Near", classes: ["QL"], when: "yearly_rent < 50000.01", forbidden: ["card"])
        )
      ).to eq([:cant_be_met])
      expect(
        reasons(apart[0], rule.call("By sums", classes: ["QL"], when: "yearly_rent * 2 < 100", forbidden: ["card"]))
      ).to eq([:cant_be_met]),
        "what can't be told apart is held to apply"
    end

    it "tells a condition of mixed types" do
      expect(reasons(rule.call("R", classes: ["QL"], when: "tenant > 3", floor: 2))).to eq([:condition_unreadable])
    end

    it "tells rules that no method can meet, alone or together" do
      expect(reasons(rule.call("Alone", classes: ["QL"], floor: 4, allowed: %w[passkey]))).to eq([:cant_be_met])
      fault = described_class.call(
        {
          "rules" => [
            rule.call("High", classes: ["QL"], floor: 4),
            rule.call("No cards", forbidden: ["card"])
          ]
        },
        classes: classes
      ).first
      expect(fault).to have_attributes(reason: :cant_be_met, facts: { floor: 4, code: "QL", titles: "High; No cards" })
    end

    it "wants rules, and not too many" do
      expect([reasons, reasons(*([rule.call("R", floor: 1)] * 201))]).to eq([[:no_rules], [:too_many]])
    end
  end

  describe "for roles" do
    rules = [
      rule.call("All", floor: 1),
      rule.call("Licensees", kinds: ["outside"], roles: %w[Licensee Tenant], floor: 2),
      rule.call("Guarantors", kinds: ["outside"], roles: ["Guarantor"], floor: 4)
    ]
    by_role = described_class.new("rules" => rules)

    def floor(book, role) = book.demand(class_code: "MB", act: "sign", kind: "outside", role: role)

    it "demands of two outside parties of one docket what their roles are held to" do
      expect(floor(by_role, " licensee ").floor).to eq(2)
      expect(floor(by_role, "Guarantor").floor).to eq(4)
      expect(floor(by_role, "Witness").floor).to eq(1)
      expect(floor(by_role, "Guarantor").rules).to eq([["All", :matches], ["Guarantors", :matches]])
    end

    it "applies rules for roles to whoever has none, since it can't be decided" do
      [nil, " "].each do |role|
        demand = floor(by_role, role)
        expect(demand.floor).to eq(4)
        expect(demand.rules.last).to eq(["Guarantors", :undecided])
      end
    end

    it "is reviewed role by role: what no one party is held to at once is no fault" do
      apart = [
        rule.call("Card alone", roles: ["Licensee"], floor: 4, allowed: ["card"]),
        rule.call("No card", roles: ["Guarantor"], floor: 1, forbidden: ["card"])
      ]
      review = ->(list) { JustSeal::Core::Assurance::RulebookReview.call({ "rules" => list }, classes: { "MB" => {} }) }
      expect(review.call(apart)).to eq([])
      together = [apart.first, rule.call("No card for all", forbidden: ["card"])]
      expect(review.call(together).map(&:reason)).to eq([:cant_be_met])
      expect(review.call([rule.call("Long", roles: ["x" * 101], floor: 1)]).map(&:reason)).to eq([:roles_too_long])
    end
  end

  describe "and a sender" do
    demand = JustSeal::Core::Assurance::Demand.none.and(
      described_class.demand_of(rule.call("All", floor: 2), :matches)
    )

    it "who may demand more, and never less" do
      expect([demand.at_least(3).floor, demand.at_least(3).raised?]).to eq([3, true])
      expect([demand.at_least(1).floor, demand.at_least(1).raised?]).to eq([2, false])
      expect([demand.at_least(2).floor, demand.at_least(2).raised?]).to eq([2, false])
      expect(demand.at_least(nil)).to eq(demand)
      expect(JustSeal::Core::Assurance::Demand.from(demand.at_least(3).kept)).to eq(demand.at_least(3))
    end
  end
end
