# frozen_string_literal: true

RSpec.describe JustSeal::Core::Documents::PageRanges do
  {
    "" => [1, 2, 3, 4],
    "2" => [2],
    "1-2, 4" => [1, 2, 4],
    "3-" => [3, 4],
    "4, 1-2" => [4, 1, 2],
    "2-9" => [2, 3, 4],
    "1, 1-2" => [1, 2]
  }.each do |text, pages|
    it("reads #{text.inspect} of 4 pages as #{pages}") { expect(described_class.pages(text, 4)).to eq(pages) }
  end

  ["0", "3-1", "a", "1;2", "-3", "1-2-3", "1,", "9" * 101].each do |text|
    it("refuses #{text[0, 10].inspect}") { expect(described_class.valid?(text)).to be(false) }
  end

  ["", " 1 ", "2-", "1-3, 5, 8-"].each do |text|
    it("takes #{text.inspect}") { expect(described_class.valid?(text)).to be(true) }
  end
end
