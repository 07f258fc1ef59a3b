# frozen_string_literal: true

RSpec.describe JustSeal::Core::Access do
  def passes?(limits, act, role: "sender", unit: %w[Berths Harbour])
    described_class.passes?(limits, act, role: role, units: Array(unit))
  end

  it "lets everybody through where nothing is said" do
    expect(%w[see change].map { |act| passes?({}, act) }).to eq([true, true])
    expect(passes?({ "see" => { "units" => [] } }, "see")).to be(true)
  end

  it "lets units and roles through, each by itself" do
    limits = { "see" => { "units" => ["Pilots"], "roles" => ["auditor"] }, "change" => { "roles" => ["sender"] } }
    expect(passes?(limits, "see")).to be(false)
    expect(passes?(limits, "see", unit: "Pilots")).to be(true)
    expect(passes?({ "see" => { "units" => ["Harbour"] } }, "see")).to be(true)
    expect(passes?(limits, "change", unit: "Pilots")).to be(true)
  end

  it "lets nobody change what they may not see" do
    expect(passes?({ "see" => { "units" => ["Pilots"] } }, "change")).to be(false)
  end

  it "lets administrators do both, and those who watch see" do
    closed = { "see" => { "units" => ["Nobody"] }, "change" => { "units" => ["Nobody"] } }
    seen = JustSeal::Core::Rights::ROLES.to_h do |role|
      [role, %w[see change].map { |act| passes?(closed, act, role: role) }]
    end
    expect(seen).to eq(
      "administrator" => [true, true],
      "compliance" => [true, false],
      "sender" => [false, false],
      "auditor" => [true, false],
      "outside" => [false, false]
    )
  end

  it "keeps of a form only what says something" do
    expect(
      described_class.plain(
        {
          "see" => { "units" => ["", "Pilots", "Pilots"] },
          "change" => { "roles" => [""] },
          "rule" => {}
        }
      )
    ).to eq("see" => { "units" => ["Pilots"] })
  end
end
