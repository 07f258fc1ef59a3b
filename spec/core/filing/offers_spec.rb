# frozen_string_literal: true

RSpec.describe JustSeal::Core::Filing::Offers do
  items = [
    {
      "name" => "vessel",
      "label" => "Vessel",
      "type" => "text"
    },
    { "name" => "valid_from", "label" => "Valid from", "type" => "date" },
    {
      "name" => "dues",
      "label" => "Yearly dues",
      "type" => "money",
      "unit" => "EUR"
    },
    { "name" => "side", "label" => "Side", "type" => "choice", "options" => %w[port starboard] },
    { "name" => "who", "label" => "Agent", "type" => "contact" }
  ].freeze

  def read(*pages, file_name: "scan.pdf", property: "", contacts: ->(_line) {})
    described_class.read(items_of, pages, file_name: file_name, property: property, contacts: contacts)
  end

  define_method(:items_of) { items }
  def particulars(*pages, **options)
    read(*pages, **options)["particulars"].transform_values { |offer| offer["value"] }
  end

  def date(text) = described_class.date(text)

  it "reads what stands behind a label, and says on which page" do
    found = read(
      "Berth licence",
      "  Vessel:   MV Knot      Berth 15\n  Yearly dues .... EUR 17,250.00 a year\n  Side      Starboard\n"
    )
    expect(found["particulars"]).to eq(
      "vessel" => { "value" => "MV Knot", "page" => 2 },
      "dues" => { "value" => "17,250.00", "page" => 2 },
      "side" => { "value" => "starboard", "page" => 2 }
    )
  end

  it "reads dates and amounts out of sentences, and texts only from lines of their own" do
    expect(
      particulars(
        "It is valid from 1 January 2027 on. The yearly dues of EUR 900 are paid at once. No vessel lies here."
      )
    ).to eq(
      "valid_from" => "2027-01-01", "dues" => "900"
    )
  end

  it "reads dates in the notations that are not ambiguous, and only dates that exist" do
    expect(
      ["2027-01-31", "31 January 2027", "31. Jan 2027", "January 31st, 2027", "31.1.2027"].map do |text|
        date("on #{text}, at noon")
      end.uniq
    ).to eq(["2027-01-31"])
    expect(["3/4/2027", "31 February 2027", "2027-13-01", "next year"].map { |text| date(text) }).to eq([nil] * 4)
  end

  it "offers nothing that the class would not take" do
    expect(particulars("Valid from: the first of May\nYearly dues: much\nSide: above\nAgent: nobody known")).to eq({})
  end

  it "finds contacts by what stands there" do
    known = ->(line) { { "id" => 7, "name" => line } if line == "Ines Halloran" }
    expect(particulars("Agent:   Ines Halloran", contacts: known)).to eq("who" => "Ines Halloran")
  end

  it "takes the title from the properties, from the name of the file, or from the first line" do
    expect(read("Text", property: "Berth licence, MV Knot")["title"]).to eq("Berth licence, MV Knot")
    expect(
      read(
        "Text",
        property: "Microsoft Word - x.doc",
        file_name: "berth_licence_knot.pdf"
      )["title"]
    ).to eq("berth licence knot")
    expect(
      read(
        "Harbour notice 14\nmore",
        property: "untitled",
        file_name: "scan0012.pdf"
      )["title"]
    ).to eq("Harbour notice 14")
    expect(read("", file_name: "scan0012.pdf")["title"]).to eq("scan0012")
  end
end
