# frozen_string_literal: true

RSpec.describe JustSeal::Core::Documents::Template do
  items = [
    {
      "name" => "vessel",
      "type" => "text"
    },
    {
      "name" => "valid_from",
      "type" => "date"
    },
    { "name" => "dues", "type" => "money", "unit" => "EUR" },
    { "name" => "un", "type" => "list" },
    {
      "name" => "berth",
      "type" => "text"
    },
    { "name" => "tanker", "type" => "yes_no" },
    { "name" => "agent", "type" => "contact" }
  ].freeze
  values = {
    "vessel" => "MV Knot & Co <1>",
    "valid_from" => "2027-01-01",
    "dues" => "18400.5",
    "un" => %w[1203 3082],
    "tanker" => "no",
    "agent" => { "name" => "Ines Halloran", "email" => "i@s.example", "organisation" => "Sanderling" },
    "title" => "Licence",
    "office" => "Trust",
    "today" => "2026-11-23"
  }.freeze

  define_method(:fill) do |bytes, media = "docx"|
    described_class.fill(bytes, media, items, values, notation: JustSeal::Words::Notation::DOCUMENT)
  end

  # The paragraphs of a filled document.
  def lines(result, media = "docx")
    main = JustSeal::Core::Documents::Package::MAIN.fetch(media)
    xml = JustSeal::Core::Documents::Package.new(result.bytes, media).parts[main]
    Nokogiri::XML(xml).xpath("//*[local-name()='p']").map(&:text)
  end

  it "fills marks as people write values, and as filters say" do
    result = fill(
      docx(
        "{{vessel}}, {{ valid_from }}, {{valid_from|date:%d.%m.%Y}}, {{dues}}, {{un}}",
        "{{agent}} of {{agent.organisation}}, {{agent.email}}",
        "{{title}}, {{office}}, {{today}}, {{berth|or:none}}"
      )
    )
    expect(lines(result)).to eq(
      [
        "MV Knot & Co <1>, 1 January 2027, 01.01.2027, EUR 18,400.50, 1203, 3082",
        "Ines Halloran of Sanderling, i@s.example",
        "Licence, Trust, 23 November 2026, none"
      ]
    )
    expect([result.missing, result.unknown, result.open]).to eq([[], [], []])
  end

  it "finds marks that the word processor split over many runs, and keeps what stands around them" do
    expect(
      lines(
        fill(
          docx(
            [
              "For {",
              "{ves",
              "sel}",
              "} from {{valid_from}}."
            ]
          )
        )
      )
    ).to eq(["For MV Knot & Co <1> from 1 January 2027."])
  end

  it "lists marks without a value and marks that mean nothing, and prints neither" do
    result = fill(docx("[{{berth}}] [{{nonsense}}] [{{Odd One}}] [{{vessel.email}}] [{{valid_from|spin}}] [{{/if}}]"))
    expect(lines(result)).to eq(["[] [] [] [] [] []"])
    expect(result.missing).to eq(["berth"])
    expect(result.unknown).to contain_exactly("nonsense", "Odd One", "vessel.email", "valid_from|spin", "/if")
  end

  it "takes or leaves paragraphs, also within one another, and with an else" do
    result = fill(
      docx(
        "{{#if dues over 15000}}",
        "high",
        "{{#if tanker}}",
        "tanker",
        "{{else}}",
        "no tanker",
        "{{/if}}",
        "{{else}}",
        "low",
        "{{/if}}",
        "end"
      )
    )
    expect(lines(result)).to eq(["high", "no tanker", "end"])
  end

  it "takes or leaves a part of a line" do
    expect(
      lines(
        fill(
          docx(
            "a{{#if berth}} at {{berth}}{{else}} anywhere{{/if}} b{{#if vessel is not MV Dunlin}} c{{/if}}{{#if " \
            "dues under 5}} d{{/if}}"
          )
        )
      )
    ).to eq(["a anywhere b c"])
  end

  it "repeats paragraphs, parts of a line, and rows of a table" do
    result = fill(
      docx(
        "{{#each un}}",
        "{{item_number}}. UN {{item}}",
        "{{/each}}",
        "all:{{#each un}} {{item}}{{/each}}",
        { table: [%w[No UN], ["{{#each un}}{{item_number}}", "{{item}}{{/each}}"]] }
      )
    )
    expect(lines(result)).to eq(["1. UN 1203", "2. UN 3082", "all: 1203 3082", "No", "UN", "1", "1203", "2", "3082"])
  end

  it "names blocks that are not closed, and repetitions over what is no list" do
    result = fill(docx("{{#if vessel}}", "text", "{{#each vessel}}x{{/each}} {{#if dues}}"))
    expect(result.open).to eq(["#if vessel", "#if dues"])
    expect(result.unknown).to eq(["#each vessel"])
  end

  it "fills headers and footers" do
    footer = %(<w:ftr xmlns:w="w"><w:p><w:r><w:t>{{vessel}}</w:t></w:r></w:p></w:ftr>)
    parts = JustSeal::Core::Documents::Package.new(fill(docx("x", "word/footer1.xml" => footer)).bytes, "docx").parts
    expect(parts["word/footer1.xml"]).to include("MV Knot &amp; Co")
  end

  it "fills ODT alike" do
    result = fill(
      odt(
        "{{vessel}} {{dues}}",
        "{{#if berth}}",
        "gone",
        "{{/if}}",
        "{{#each un}}",
        "UN {{item}}",
        "{{/each}}",
        "{{none}}"
      ),
      "odt"
    )
    expect(lines(result, "odt")).to eq(["MV Knot & Co <1> EUR 18,400.50", "UN 1203", "UN 3082", ""])
    expect(result.unknown).to eq(["none"])
  end
end
