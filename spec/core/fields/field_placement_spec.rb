# frozen_string_literal: true

RSpec.describe JustSeal::Core::Fields::FieldPlacement do
  let(:one) { spot("A", "signature", 500) }

  it "gives its rectangle in points" do
    expect(one.rectangle).to eq([90, 500, 250, 530])
  end

  it "overlaps what shares any of the page, and not what touches it" do
    expect(one.overlaps?(one.with(y: 529))).to be(true)
    expect(one.overlaps?(one.with(y: 530))).to be(false)
    expect(one.overlaps?(one.with(x: 250))).to be(false)
    expect(one.overlaps?(one.with(page: 2))).to be(false)
  end

  it "comes in kinds whose usual size is not below the least" do
    expect(JustSeal::Core::Fields::Kinds::ALL.values).to all(
      satisfy { |kind|
        kind.width >= kind.least_width && kind.height >= kind.least_height
      }
    )
  end
end
