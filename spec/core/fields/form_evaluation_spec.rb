# frozen_string_literal: true

RSpec.describe JustSeal::Core::Fields::FormEvaluation do
  def spot(kind, key, party = "A", **settings)
    JustSeal::Core::Fields::FieldPlacement.new(
      name: "#{party}-#{key}-#{settings[:option]}",
      kind: kind,
      party: party,
      document: 1,
      page: 1,
      x: 1,
      y: 1,
      width: 100,
      height: 16,
      key: key,
      settings: settings.transform_keys(&:to_s)
    )
  end

  def fill(spots, kept: {}, particulars: {}, **typed)
    JustSeal::Core::Fields::FormEvaluation.call(
      spots,
      notation: JustSeal::Words::Notation::DOCUMENT,
      letter: "A",
      given: typed.transform_keys(&:to_s),
      kept: kept,
      particulars: particulars
    )
  end

  let(:dues) do
    [
      spot("money", "dues", unit: "EUR", required: true),
      spot(
        "number",
        "months",
        least: "1",
        most: "12",
        decimals: 0,
        required: true
      ),
      spot(
        "computed",
        "share",
        formula: "dues * months / 12",
        unit: "EUR"
      ),
      spot("computed", "twice", formula: "share * 2", unit: "EUR")
    ]
  end

  it "writes what was typed and what is computed, rounded as it is shown" do
    result = fill(dues, dues: "1,000.00", months: "7")
    expect(result.texts).to eq(
      "dues" => "EUR 1,000.00",
      "months" => "7",
      "share" => "EUR 583.33",
      "twice" => "EUR 1,166.66"
    )
    expect(result).to be_complete
  end

  it "says while somebody types what can't be written into the document" do
    result = described_class.call(
      [
        spot("text", "who"),
        spot("text_lines", "why")
      ],
      letter: "A",
      given: { "who" => "سلمى", "why" => "two\nlines" },
      notation: JustSeal::Words::Notation::DOCUMENT,
      unprintable: lambda { |text|
        Specimens::FACES.missing(text, :text)
      }
    )
    expect(result.problems.keys).to eq(["who"])
    expect(result.problems["who"].facts[:characters]).to include("س")
  end

  it "leaves open what waits for a value, and says what is missing or wrong" do
    result = fill(dues, months: "13")
    expect([result.texts, result.missing]).to eq([{}, ["dues"]])
    expect(result.problems.transform_values { |problem| problem.facts[:most].value }).to eq("months" => "12")
  end

  [
    ["half_up", "2.5", "3"],
    ["half_even", "2.5", "2"],
    ["up", "2.1", "3"],
    ["down", "2.9", "2"],
    ["half_up", "-2.5", "-3"]
  ].each do |rounding, given, shown|
    it("rounds #{given} #{rounding} to #{shown}") do
      expect(
        fill(
          [spot("number", "n"), spot("computed", "c", formula: "n", decimals: 0, rounding: rounding)],
          n: given
        ).texts["c"]
      ).to eq(shown)
    end
  end

  it "takes an empty optional number for zero, and says when that divides by zero" do
    result = fill(
      [
        spot("number", "n"),
        spot("computed", "sum", formula: "n + 1", decimals: 0),
        spot("computed", "per", formula: "1 / n")
      ]
    )
    expect(result.texts["sum"]).to eq("1")
    expect(result.problems.transform_values { |problem| reason_of(problem) }).to eq("per" => :divides_by_zero)
  end

  it "asks only for what is shown, and forgets what was typed where it no longer is" do
    spots = [
      spot("tick", "pilot"),
      spot("text", "why", shown_when: "not(pilot)", required: true),
      spot("computed", "c", formula: "if(why = '', 1, 2)", decimals: 0)
    ]
    expect(fill(spots).missing).to eq(["why"])
    result = fill(spots, pilot: "yes", why: "Fog")
    expect([result.shown["why"], result.values["why"], result.missing, result.texts["c"]]).to eq([false, nil, [], "1"])
  end

  it "crosses one of several boxes" do
    boxes = %w[pier quay].map { |option| spot("one_of", "where", option: option, required: true) }
    expect(fill(boxes).missing).to eq(["where"])
    expect(fill(boxes, where: "quay").values).to eq("where" => "quay")
    problem = fill(boxes, where: "moon").problems.fetch("where")
    expect([problem.reason, problem.facts[:options]]).to eq([:particular_one_of, %w[pier quay]])
  end

  it "takes what others filled in as it was kept, and particulars as they were sent" do
    spots = [
      spot("number", "volume", "B", decimals: 0),
      spot(
        "computed",
        "fee",
        formula: "volume * rate",
        unit: "EUR"
      ),
      spot("text", "note", shown_when: "ground = 'Outer'")
    ]
    result = fill(
      spots,
      note: "ok",
      kept: { "volume" => "200" },
      particulars: { 1 => { "rate" => ["money", "1.25"], "ground" => %w[choice Outer] } }
    )
    expect([result.texts["fee"], result.texts["note"]]).to eq(["EUR 250.00", "ok"])
    expect(fill(spots, kept: { "volume" => "200" }).shown["note"]).to be(false)
  end

  it "wants a tick that is required to be there" do
    expect(
      [
        fill([spot("tick", "t", required: true)]).missing,
        fill([spot("tick", "t", required: true)], t: "yes").missing
      ]
    ).to eq([["t"], []])
  end

  describe JustSeal::Core::Fields::FieldValidation do
    def reasons(spots, turns: { "A" => 1, "B" => 2 }, particulars: {})
      described_class.call(spots, turns: turns, particulars: particulars).map(&:reason)
    end

    it "finds nothing wrong with what is right" do
      expect(reasons(dues)).to eq([])
      expect(
        reasons(
          %w[x y].map do |option|
            spot("one_of", "where", option: option)
          end + [spot("text", "more", shown_when: "where = 'x'")]
        )
      ).to eq([])
    end

    {
      "a cycle" => [
        [:computed, "a", { formula: "b" }],
        [:computed, "b", { formula: "a" }]
      ],
      "a condition on itself" => [[:text, "a", { shown_when: "a = 'x'" }]]
    }.each do |name, fields|
      it("tells #{name}") {
        expect(
          reasons(
            fields.map do |kind, key, settings|
              spot(kind.to_s, key, **settings)
            end
          ).uniq
        ).to eq([:cycle])
      }
    end

    {
      unknown_name: ["computed", { formula: "nobody + 1" }],
      wrong_type: ["computed", { formula: "'a' > 1" }],
      division_by_zero: ["computed", { formula: "1 / (2 - 2)" }],
      formula_unreadable: ["computed", { formula: "1 +" }],
      no_formula: ["computed", {}],
      condition_no_yes: ["text", { shown_when: "1 + 1" }],
      never_shown: ["text", { shown_when: "1 > 2" }],
      pattern_unusable: ["text", { pattern: "(a+)+" }],
      default_unfit: ["date", { default: "tomorrow" }],
      bounds_crossed: ["number", { least: "5", most: "3" }],
      bound_no_number: ["number", { least: "five" }],
      too_few_options: ["choice", { options: ["a"] }],
      no_particular: ["particular", {}],
      particular_unknown: ["text", { particular: "nothing" }]
    }.each do |reason, (kind, settings)|
      it("tells #{reason}") { expect(reasons([spot(kind, "f", **settings)])).to eq([reason]) }
    end

    it "tells names that are malformed, twice there, or a particular's" do
      expect(reasons([spot("text", "Name!")])).to eq([:name_malformed])
      expect(reasons([spot("text", "n"), spot("text", "n", "B")])).to eq(%i[name_twice name_twice])
      expect(
        reasons(
          [spot("text", "vessel")],
          particulars: { 1 => { "vessel" => %w[text Sanderling] } }
        )
      ).to eq([:name_of_particular])
    end

    it "tells what is filled in too late, and what is empty" do
      spots = [spot("number", "n", "B"), spot("computed", "c", formula: "n + 1")]
      expect(
        [
          reasons(spots),
          reasons(spots, turns: { "A" => 1, "B" => 1 }),
          reasons(spots, turns: { "A" => 2, "B" => 1 })
        ]
      ).to eq([[:filled_later], [:filled_later], []])
      expect(
        reasons(
          [spot("computed", "c", formula: "dues + 1")],
          particulars: { 1 => { "dues" => ["money", nil] } }
        )
      ).to eq([:particular_empty])
    end

    it "tells a divisor that may be zero, unless its bounds rule that out" do
      expect(reasons([spot("number", "n"), spot("computed", "c", formula: "1 / n")])).to eq([:may_divide_by_zero])
      expect(
        reasons(
          [
            spot("number", "n", least: "1", required: true),
            spot("computed", "c", formula: "1 / (n)")
          ]
        )
      ).to eq([])
    end

    it "tells a condition that no choice fulfils" do
      spots = [spot("choice", "ground", options: %w[Inner Outer]), spot("text", "t", shown_when: "ground = 'Otter'")]
      expect(reasons(spots)).to eq([:never_shown])
    end

    it "tells what can't come home to a particular" do
      particulars = { 1 => { "until" => ["date", nil], "dues" => %w[money 1] } }
      expect(
        reasons(
          [
            spot("text", "t", particular: "until"),
            spot("date", "d", particular: "until"),
            spot("number", "n", particular: "dues")
          ],
          particulars: particulars
        )
      )
        .to eq(%i[particular_unfit particular_unfit])
    end
  end
end
