# frozen_string_literal: true

require "timeout"

RSpec.describe JustSeal::Core::Filing::Pattern do
  patterns = [
    "MB-\\d{4}",
    "[A-Z]{2,3}\\d+",
    "a?b*c+",
    "[^x]{0,3}y",
    "\\w+\\.\\w{2,4}",
    ".{3}",
    "[ab]{0,2}[ab]{0,2}b",
    "a{2}",
    "\\d{1,3}-?\\d*",
    "[a-f0-9]{6}",
    "é+",
    "a.c"
  ]
  texts = [
    "",
    "a",
    "b",
    "aab",
    "abc",
    "c",
    "bbc",
    "MB-2026",
    "MB-20261",
    "QL17",
    "XYZ9",
    "ABCD9",
    "xxy",
    "aby",
    "y",
    "abcy",
    "file.pdf",
    "file.",
    "é",
    "éé",
    "abc\n",
    "a\nc",
    "123-45",
    "1234",
    "12",
    "00ff7a",
    "00FF7A",
    "aa",
    "aaa",
    "abab",
    "ababb",
    "b b"
  ]

  patterns.each do |pattern|
    it "matches #{pattern} as a regular expression does" do
      own = described_class.compile(pattern)
      usual = Regexp.new("\\A(?:#{pattern})\\z")
      matched = [own, usual].map { |pattern_of| texts.map { |text| pattern_of.match?(text) } }
      expect(matched.first).to eq(matched.last)
    end
  end

  ["(a|b)", "a**", "a{3,2}", "[z-a]", "a|b", "^a", "", "x" * 41, "[", "\\k"].each do |text|
    it("takes no #{text.inspect}") { expect(described_class).not_to be_valid(text) }
  end

  # Where places were tried again and again, this would not end in a year: the limit only keeps the specs from hanging.
  it "comes to an end for what was meant to run away" do
    Timeout.timeout(120) do
      ["[ab]{0,99}" * 5, "[ab]*" * 40, "[ab]+" * 40].each do |pattern|
        expect(described_class.compile(pattern).match?("#{"ab" * 2500}c")).to be(false)
      end
    end
  end
end
