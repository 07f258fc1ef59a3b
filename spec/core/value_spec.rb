# frozen_string_literal: true

RSpec.describe JustSeal::Core::Value do
  point = described_class.of(:x, :y) { def sum = x + y }

  it "makes frozen values that are equal by what they hold" do
    expect(point.new(x: 1, y: 2)).to be_frozen.and eq(point.new(x: 1, y: 2))
  end

  it "gives changed copies" do
    expect(point.new(x: 1, y: 2).with(y: 5).sum).to eq(6)
  end

  it "refuses members that it does not have" do
    expect { point.new(z: 1) }.to raise_error(ArgumentError)
  end
end
