# frozen_string_literal: true

RSpec.describe JustSeal::Core::Offices::Contrast do
  # Values as commonly published for WCAG 2.
  {
    %w[#000000 #ffffff] => 21.0,
    %w[#ffffff #ffffff] => 1.0,
    %w[#777777 #ffffff] => 4.48,
    %w[#767676 #ffffff] => 4.54,
    %w[#ff0000 #ffffff] => 4.0,
    %w[#0000ff #ffffff] => 8.59
  }.each do |(one, two), ratio|
    it "is #{ratio} between #{one} and #{two}, either way round" do
      expect([described_class.ratio(one, two), described_class.ratio(two, one)]).to all(be_within(0.01).of(ratio))
    end
  end
end
