# frozen_string_literal: true

RSpec.describe JustSeal::Core::Dockets::Address do
  %w[ines@sanderling.example i.halloran+berth@mail.sanderling.example o'hara@a-b.example].each do |address|
    it("takes #{address}") { expect(described_class).to be_valid(address) }
  end

  [
    "",
    "ines",
    "ines@",
    "@sanderling.example",
    "ines@sanderling",
    "ines halloran@sanderling.example",
    "ines..h@sanderling.example",
    "ines@-sanderling.example",
    "ines@sanderling.example\nBcc: all@example.org",
    "#{"a" * 65}@sanderling.example",
    "a@#{"b" * 250}.example"
  ].each do |address|
    it("refuses #{address.inspect[0, 50]}") { expect(described_class).not_to be_valid(address) }
  end
end
