# frozen_string_literal: true

RSpec.describe JustSeal::Cli::Units, :database do
  let(:name) { "Pilots #{SecureRandom.hex(3)}" }

  # [exit code, what it said]
  def run(*words)
    said = StringIO.new
    kept = [$stdout, $stderr]
    $stdout = $stderr = said
    [JustSeal::Cli.run(["units", *words]), said.string]
  ensure
    $stdout, $stderr = kept
  end

  it "makes a unit, moves it, names its head, and ends it, each with its entry" do
    expect(run("save", name)).to eq([0, "#{name} is saved.\n"])
    expect(run("save", name, "--above", "Specs", "--head", "joss@ravensholm.example").first).to eq(0)
    expect(run("list")).to match([0, include("  #{name}: 0 people, headed by Joss Test\n")])
    expect(run("save", name, "--head", "").first).to eq(0)
    expect(run("list").last).to include("  #{name}: 0 people\n"), "it stays where it stood"
    expect(run("end", name)).to eq([0, "#{name} has ended.\n"])
    told = entries_of(JustSeal::Operations::StaffAccounts::CHAIN).last(4).map { |entry| entry["kind"] }
    expect(told).to eq(%w[unit.saved unit.saved unit.saved unit.ended])
  end

  it "says what is wrong, and changes nothing" do
    expect(run("save", name, "--above", "Nowhere").first).to eq(1)
    expect(run("save", name, "--head", "nobody@ravensholm.example")).to match([1, include("nobody@")])
    expect(run("end", "Specs").first).to eq(1)
    expect(run("end", name).first).to eq(1)
    expect([run("save"), run("dance", name), run("list", name)].map(&:first)).to all(eq(2))
    expect(JustSeal::Store::Unit[name]).to be_nil
  end
end
