# frozen_string_literal: true

require "open3"

RSpec.describe "Sampling for tests by hand" do
  let(:attributes) { JustSeal::Core::Audit::Attributes }
  let(:draw) { JustSeal::Core::Audit::Draw }
  let(:distribution) { JustSeal::Core::Audit::Distribution }

  def plan(**options) = JustSeal::Core::Audit::Attributes.plan(**options).then { |found| [found.size, found.accepted] }

  it "needs as many items as the published tables say, at a risk of 5 percent" do
    # AICPA Audit Guide, Audit Sampling, table A-1: expected rate => {tolerable rate => [size, deviations]}
    table = {
      0.0 => {
        2 => [149, 0],
        3 => [99, 0],
        4 => [74, 0],
        5 => [59, 0],
        6 => [49, 0],
        7 => [42, 0],
        8 => [36, 0],
        9 => [32, 0],
        10 => [29, 0],
        15 => [19, 0],
        20 => [14, 0]
      },
      0.25 => {
        2 => [236, 1],
        3 => [157, 1],
        4 => [117, 1],
        5 => [93, 1],
        6 => [78, 1],
        7 => [66, 1],
        8 => [58, 1],
        9 => [51, 1],
        10 => [46, 1],
        15 => [30, 1],
        20 => [22, 1]
      },
      1.0 => { 4 => [156, 2], 5 => [93, 1], 6 => [78, 1] },
      1.5 => { 4 => [192, 3], 5 => [124, 2], 6 => [103, 2] },
      2.0 => { 5 => [181, 4], 6 => [127, 3], 7 => [88, 2], 10 => [46, 1] },
      3.0 => { 7 => [129, 4], 8 => [95, 3], 9 => [84, 3], 10 => [61, 2] },
      5.0 => { 10 => [116, 6], 15 => [40, 2], 20 => [30, 2] }
    }
    found = table.to_h do |expected, row|
      [
        expected,
        row.to_h do |tolerable, _|
          [
            tolerable,
            plan(confidence: 0.95, tolerable: tolerable / 100.0, expected: expected / 100.0)
          ]
        end
      ]
    end
    expect(found).to eq(table)
  end

  it "and at a risk of 10 percent" do
    # table A-2
    table = {
      2 => [114, 0],
      3 => [76, 0],
      4 => [57, 0],
      5 => [45, 0],
      6 => [38, 0],
      7 => [32, 0],
      8 => [28, 0],
      9 => [25, 0],
      10 => [22, 0],
      15 => [15, 0],
      20 => [11, 0]
    }
    expect(table.to_h { |tolerable, _| [tolerable, plan(confidence: 0.9, tolerable: tolerable / 100.0)] }).to eq(table)
  end

  it "concludes from what was found as the published tables do" do
    # table A-3, upper limits in percent at a risk of 5 percent: size => limits for 0, 1, 2, 3 ... deviations
    {
      25 => [11.3, 17.6],
      30 => [9.5, 14.9, 19.6],
      50 => [5.9, 9.2, 12.1, 14.8],
      60 => [4.9, 7.7, 10.2, 12.5],
      100 => [3.0, 4.7, 6.2, 7.6],
      150 => [2.0, 3.2, 4.2, 5.1],
      200 => [1.5, 2.4, 3.2, 3.9]
    }.each do |size, limits|
      limits.each_with_index do |limit, found|
        # the tables are rounded up
        expect(
          (attributes.upper_limit(found: found, size: size, confidence: 0.95) * 1000).ceil / 10.0
        ).to be_within(0.1001).of(limit),
          "#{found} of #{size}"
      end
    end
  end

  it "agrees with Clopper and Pearson" do
    # both limits at 95 percent, each of them at 97.5
    {
      [0, 10] => [0.0, 0.3085],
      [1, 10] => [0.0025, 0.4450],
      [5, 10] => [0.1871, 0.8129],
      [10, 10] => [0.6915, 1.0],
      [2, 100] => [0.0024, 0.0704]
    }.each do |(found, size), (low, high)|
      expect(attributes.upper_limit(found: found, size: size, confidence: 0.975)).to be_within(0.00006).of(high)
      expect(attributes.lower_limit(found: found, size: size, confidence: 0.975)).to be_within(0.00006).of(low)
    end
  end

  it "takes a small population into account, exactly" do
    # by counting all samples of a population of 12 of which 5 deviate
    samples = (0...12).to_a.combination(4).map { |sample| sample.count { |item| item < 5 } }
    (0..4).each do |found|
      expect(
        distribution.hypergeometric(
          found,
          4,
          12,
          5
        )
      ).to be_within(1e-12).of(
        samples.count { |one|
          one <= found
        } / samples.size.to_f
      )
    end
    expect(plan(confidence: 0.95, tolerable: 0.05, population: 100)).to eq([45, 0])
    expect(
      plan(
        confidence: 0.95,
        tolerable: 0.05,
        population: 1_000_000
      )
    ).to eq(plan(confidence: 0.95, tolerable: 0.05))
    expect(attributes.upper_limit(found: 0, size: 45, confidence: 0.95, population: 100)).to eq(0.04)
    limit = attributes.upper_limit(found: 1, size: 45, confidence: 0.95, population: 100)
    expect(
      [
        distribution.hypergeometric(1, 45, 100, (limit * 100).round) > 0.05,
        distribution.hypergeometric(1, 45, 100, (limit * 100).round + 1) > 0.05
      ]
    ).to eq([true, false])
    expect(attributes.plan(confidence: 0.99, tolerable: 0.01, population: 20)).to have_attributes(size: 20, all: true)
    expect(attributes.upper_limit(found: 3, size: 20, confidence: 0.95, population: 20)).to eq(0.15)
  end

  it "refuses rates that no sample can tell apart" do
    [
      { tolerable: 0.02, expected: 0.02 },
      { tolerable: 0.0, expected: 0.0 },
      { tolerable: 0.02, expected: 0.0199 }
    ].each do |rates|
      expect { attributes.plan(confidence: 0.95, **rates) }.to raise_error(JustSeal::Core::Refused)
    end
  end

  it "draws the same sample from the same seed, whatever the order, and as others redo it" do
    items = (1..500).map { |number| "RH-2026-#{number}" }
    sample = draw.simple(items, size: 20, seed: "tide")
    expect(draw.simple(items.shuffle(random: Random.new(1)), size: 20, seed: "tide")).to eq(sample)
    expect(draw.simple(items, size: 20, seed: "ebb")).not_to eq(sample)
    expect(draw.simple(items, size: 900, seed: "tide").size).to eq(500)
    script = 'while read -r item; do printf "%s %s\n" "$(printf "tide:%s" "$item" | sha256sum | cut -c1-64)" ' \
             '"$item"; done | sort | head -20 | cut -d" " -f2'
    expect(Open3.capture2("sh", "-c", script, stdin_data: "#{items.join("\n")}\n").first.split).to eq(sample)
  end

  it "gives every item the same chance" do
    counts = Hash.new(0)
    2000.times { |seed| draw.simple(("a".."j").to_a, size: 3, seed: seed.to_s).each { |item| counts[item] += 1 } }
    square = counts.values.sum { |count| ((count - 600)**2) / 600.0 }
    expect([counts.size, square < 27.9]).to eq([10, true]) # chi-square, nine degrees of freedom, one in a thousand
  end

  it "gives each stratum its share, and none less than one" do
    expect(draw.shares({ "MB" => 60, "PL" => 30, "QL" => 10 }, 10)).to eq("MB" => 6, "PL" => 3, "QL" => 1)
    expect(draw.shares({ "MB" => 1000, "PL" => 3, "QL" => 0 }, 10)).to eq("MB" => 9, "PL" => 1)
    expect(draw.shares({ "a" => 1, "b" => 1, "c" => 1 }, 2).values).to eq([1, 1, 1])
    expect(draw.shares({ "a" => 33, "b" => 33, "c" => 34 }, 10)).to eq("a" => 3, "b" => 3, "c" => 4)
    expect(draw.shares({ "a" => 2, "b" => 3 }, 99)).to eq("a" => 2, "b" => 3)
    drawn = draw.stratified({ "MB" => (1..60).map(&:to_s), "PL" => (61..90).map(&:to_s) }, size: 9, seed: "x")
    expect(drawn.transform_values(&:size)).to eq("MB" => 6, "PL" => 3)
  end

  it "tells the middle, the ninetieth and the longest of what was measured" do
    spread = JustSeal::Core::Audit::Spread
    expect(spread.of([5, 1, 4, 2, 3])).to have_attributes(count: 5, median: 3, ninetieth: 5, longest: 5)
    expect(spread.of((1..100).to_a)).to have_attributes(median: 50, ninetieth: 90, longest: 100)
    expect([spread.of([]), spread.of([7]).median]).to eq([nil, 7])
  end
end
