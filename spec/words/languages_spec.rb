# frozen_string_literal: true

RSpec.describe JustSeal::Words::Languages do
  it "reads what a browser wants, the most wanted first, and nothing of what is no list of languages" do
    {
      "de-DE,de;q=0.9,en;q=0.8" => %w[de de en],
      "en;q=0.2, nb ;q=1.0, de" => %w[nb de en],
      "de;q=0, en" => %w[en],
      "*" => [],
      "<script>, de;q=2, #{"x" * 5000}" => [],
      nil => []
    }.each { |header, codes| expect(described_class.wanted(header)).to eq(codes) }
  end

  it "speaks the first of those that there are words in, and the usual one where there are none" do
    expect(described_class.spoken(nil, "xx", "de", "en")).to eq(:de)
    expect(described_class.spoken("xx", "..", "en-XA")).to eq(:en)
    expect(described_class.all).to include("en" => "English", "de" => "Deutsch")
  end

  it "speaks as the terminal is set" do
    expect(described_class.of_terminal("LANG" => "de_DE.UTF-8")).to eq("de")
    expect(described_class.of_terminal("LC_ALL" => "nb", "LANG" => "de")).to eq("nb")
    expect(described_class.of_terminal("LANG" => "C.UTF-8")).to be_nil
  end

  # A text and its places, the plural forms aside.
  def texts(words, path = [])
    return words.flat_map { |key, below| texts(below, [*path, key]) } if words.is_a?(Hash)
    return words.each_with_index.flat_map { |below, index| texts(below, [*path, index]) } if words.is_a?(Array)

    [[path.join("."), words]]
  end

  it "has the same keys, places, marks and ends in every language" do
    form = lambda do |text|
      [text.to_s.scan(/%\{\w+\}|%<\w+>/).uniq.sort, text.to_s[/\A\s*/], text.to_s[/ *\z/]]
    end
    marks = ->(text) { text.to_s.scan(%r{</?[a-z]+[ >]}).sort }
    english = texts(I18n.t(".", locale: :en)).to_h
    (described_class::CODES - ["en"]).each do |code|
      others = texts(I18n.t(".", locale: code)).to_h
      expect(others.keys).to match_array(english.keys)
      worded = english.keys.reject { |key| key.start_with?("date.", "time.") }
      expect(worded.reject { |key| form[english[key]] == form[others[key]] }).to eq([])
      marked = worded.select { |key| key.end_with?("_html") }
      expect(marked.reject { |key| marks[english[key]] == marks[others[key]] }).to eq([])
    end
  end
end
