# frozen_string_literal: true

RSpec.describe JustSeal::Core::Filing::Naming do
  values = {
    "vessel" => "MV Sanderling",
    "valid_from" => "2027-01-01",
    "berth" => "",
    "licensee" => "“Åker” Line",
    "un" => %w[1203 3082],
    "counter" => "7",
    "number" => "MB-2026-0091",
    "class" => "MB",
    "year" => "2026",
    "title" => "Licence: a/b"
  }.freeze

  define_method(:apply) { |rule| described_class.apply(rule, values) }

  it "fills marks in, with dates, first letters, fallbacks and padding" do
    expect(apply("{{number}} {{vessel}}")).to eq("MB-2026-0091 MV Sanderling")
    expect(
      apply("{{valid_from|date:%Y-%m}} {{licensee|first}} {{berth|or:no berth}} {{counter|pad:3}}")
    ).to eq("2027-01 Å no berth 007")
    expect(apply("{{ vessel | upper }}, {{un}}, {{berth|first}}|")).to eq("MV SANDERLING, 1203, 3082, |")
  end

  it "makes names that every file system takes" do
    expect(described_class.file_name("{{title}}", values, ending: ".pdf")).to eq("Licence- a-b.pdf")
  end

  it "gives a counter to a name that is taken" do
    taken = ["MV Sanderling.pdf", "MV Sanderling (2).pdf"]
    expect(
      described_class.file_name(
        "{{vessel}}",
        values,
        ending: ".pdf",
        taken: lambda { |name|
          taken.include?(name)
        }
      )
    ).to eq("MV Sanderling (3).pdf")
  end

  it "names places from the top, and leaves out what is empty" do
    expect(
      described_class.places(
        "Berth licences/{{valid_from|date:%Y}}/{{berth}}/{{licensee|first}}",
        values
      )
    ).to eq(["Berth licences", "2027", "Å"])
    expect(described_class.places("../{{title}}", values)).to eq(["unnamed", "Licence- a-b"])
  end

  {
    "{{boat}}" => :no_particular,
    "{{vessel" => :mark_open,
    "{{vessel|shout}}" => :no_filter,
    "{{vessel|date:%Y}}" => :filter_wants_date,
    "{{valid_from|date:%H}}" => :no_form_of_date,
    "{{counter|pad:x}}" => :filter_wants_digits,
    "{vessel}" => :mark_open
  }.each do |rule, reason|
    it "says what is wrong with #{rule}" do
      problem = described_class.problem(rule, { "vessel" => "text", "valid_from" => "date" })
      expect(reason_of(problem)).to eq(reason)
    end
  end

  it "finds nothing wrong with a rule of plain words and marks" do
    expect(
      described_class.problem(
        "Licence {{vessel|or:none}} {{valid_from|date:%d.%m.%Y}}",
        { "vessel" => "text", "valid_from" => "date" }
      )
    ).to be_nil
  end

  describe JustSeal::Core::Filing::SafeName do
    {
      "../../etc/passwd" => "-..-etc-passwd",
      "a\u202Efdp.exe" => "afdp.exe",
      " . " => "unnamed",
      "CON" => "_CON",
      "nul.pdf" => "_nul.pdf",
      "a\tb\n c" => "ab c",
      'x<y>"z|?*' => "x-y--z---",
      "Fre\u0301gate" => "Fr\u00E9gate"
    }.each do |given, safe|
      it("makes #{safe.inspect} of #{given.inspect}") { expect(described_class.of(given)).to eq(safe) }
    end

    it "cuts long names between characters" do
      name = described_class.of("🇳🇴" * 100)
      expect(name.bytesize).to be <= described_class::MAX_BYTES
      expect(name.each_grapheme_cluster.to_a.uniq.size).to eq(1)
    end
  end
end
