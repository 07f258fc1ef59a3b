# frozen_string_literal: true

RSpec.describe JustSeal::Core::Filing::NamePattern do
  it "reads values out of a name, by the first line that fits" do
    pattern = described_class.new("{{vessel}} - {{berth}}\nLicence {{vessel}}")
    expect(pattern.read("MV Knot - Berth 9.PDF")).to eq("vessel" => "MV Knot", "berth" => "Berth 9")
    expect(pattern.read("licence MV Ruff.pdf")).to eq("vessel" => "MV Ruff")
    expect(pattern.read("something.pdf")).to eq({})
    expect(described_class.new("Scan {{vessel}} final").read("Scan MV Final final")).to eq("vessel" => "MV Final")
  end

  it "takes what means something to regular expressions as it stands" do
    expect(described_class.new("(a+)+ {{x}}").read("(a+)+ b")).to eq("x" => "b")
  end

  it "says what is wrong with a pattern" do
    known = %w[vessel]
    expect(described_class.problem("{{vessel}}", known)).to be_nil
    expect(described_class.problem("{{other}}", known).reason).to be(:no_particular)
    expect(described_class.problem("{{vessel}} {{vessel}}", known)).to be(:pattern_twice)
    expect(described_class.problem("{{vessel", known)).to be(:pattern_open)
    expect(described_class.problem("{{vessel}}{{title}}", %w[vessel title])).to be(:pattern_open)
  end

  it "is done soon with a name made to be slow" do
    pattern = described_class.new("#{("a".."h").map { |name| "{{#{name}}}" }.join("x")}!")
    began = Process.clock_gettime(Process::CLOCK_MONOTONIC)
    expect(pattern.read("xy" * 140)).to eq({})
    expect(Process.clock_gettime(Process::CLOCK_MONOTONIC) - began).to be < 1
  end
end
