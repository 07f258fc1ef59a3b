# frozen_string_literal: true

# The code behind which an office begins; the whole of it is walked in spec/system/set_up_spec.rb.
RSpec.describe JustSeal::Operations::SetUpOffice do
  before { allow(described_class).to receive(:done?).and_return(false) }
  after { JustSeal::Store.db[:setup_codes].delete }

  let(:person) { described_class::Person.new(name: "", email: "", unit: "", password: "", again: "") }
  let(:stranger) { JustSeal::Core::Actor::SYSTEM.with(via: "setup", address: "203.0.113.9") }

  # What is wrong with a try by +code+, whose form holds nothing.
  def problems(code, by: stranger)
    described_class.new.call(by, profile: JustSeal::Core::Offices::Profile.new, person: person, code: code)
  rescue JustSeal::Errors::Invalid => e
    e.problems.keys
  end

  it "is kept as a hash, opens for an hour, and no longer" do
    code = described_class.new.code
    expect(code).to match(/\A([A-Z0-9]{5}-){3}[A-Z0-9]{5}\z/)
    expect(JustSeal::Store.db[:setup_codes].get(:code_sha256)).not_to include(code)
    expect(problems(code)).to include("name", "person", "email", "unit", "password")
    clock.offset = 3601
    expect(problems(code)).to eq(["code"])
  end

  it "is void once another was made, and after ten tries" do
    first = described_class.new.code
    second = described_class.new.code
    expect(problems(first)).to eq(["code"])
    9.times { |index| expect(problems("WRONG-#{index}")).to eq(["code"]) }
    expect(problems(second)).to eq(["code"])
  end

  it "counts every try of many at once" do
    described_class.new.code
    Array.new(12) { Thread.new { problems("WRONG") } }.each(&:join)
    expect(JustSeal::Store.db[:setup_codes].get(:tries)).to eq(described_class::MAX_TRIES)
  end

  it "is asked of nobody who gives commands on the machine, and everybody else needs one" do
    expect(problems(nil, by: JustSeal::Cli.actor)).not_to include("code")
    expect(problems(nil)).to eq(["code"])
    expect(problems("")).to eq(["code"])
  end

  it "begins no office that has begun" do
    allow(described_class).to receive(:done?).and_call_original
    expect { described_class.new.code }.to raise_reason(JustSeal::Errors::Conflict, :set_up_before)
    expect { problems("x") }.to raise_reason(JustSeal::Errors::Conflict, :set_up_before)
  end
end
