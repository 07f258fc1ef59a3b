# frozen_string_literal: true

RSpec.describe JustSeal::Core::Dockets::Readiness do
  now = Time.utc(2026, 11, 24, 9)
  ines = described_class::Party.new(
    letter: "A",
    name: "Ines Halloran",
    email: "ines@sanderling.example",
    act: "sign",
    kind: "outside",
    turn: 1
  )
  maren = ines.with(letter: "B", name: "Maren Oake", email: "maren@ravensholm.example", kind: "staff", turn: 2)

  define_method(:draft) do |**changes|
    described_class::Draft.new(
      title: "Licence",
      deadline: now + (5 * 86_400),
      parties: [ines, maren],
      documents: [
        described_class::Document.new(
          position: 1,
          role: "sign",
          title: "Licence",
          page_sizes: [[595.0, 842.0]],
          particulars: {},
          missing: []
        )
      ],
      spots: [spot("A", "signature", 500), spot("B", "signature", 300)]
    ).with(**changes)
  end

  define_method(:points) { |draft, **options| described_class.points(draft, now: now, **options) }
  define_method(:reasons) { |draft, **options| points(draft, **options).map(&:reason) }

  it "finds nothing in a draft that is whole" do
    expect(reasons(draft)).to eq([])
  end

  {
    no_party: { parties: [] },
    party_without_name: { parties: [ines.with(name: " "), maren] },
    address_wrong: { parties: [ines.with(email: "ines@"), maren] },
    no_deadline: { deadline: nil },
    deadline_past: { deadline: now },
    field_of_nobody: { parties: [ines] }
  }.each do |reason, changes|
    it "blocks for #{reason}" do
      point = points(draft(**changes)).find { |one| one.reason == reason }
      expect(point).to have_attributes(blocks: true)
    end
  end

  it "blocks a signer without a signature field" do
    expect(reasons(draft(spots: [spot("A", "signature", 500)]))).to eq([:no_signature_field])
  end

  it "blocks a field that reaches beyond its page, or lies on a page that is not there" do
    outside = spot("A", "signature", 830)
    expect(
      reasons(
        draft(
          spots: [
            outside,
            spot("A", "signature", 500, page: 7),
            spot("B", "signature", 300)
          ]
        )
      )
    ).to eq(%i[field_off_page field_off_page])
  end

  it "asks to look at overlapping fields, doubled addresses and a short deadline, and does not block for them" do
    close = draft(
      deadline: now + 3600,
      spots: [spot("A", "signature", 500), spot("B", "signature", 510)],
      parties: [ines, maren.with(email: "INES@sanderling.example ")]
    )
    expect(points(close).reject(&:blocks).map(&:reason)).to contain_exactly(
      :deadline_short,
      :fields_overlap,
      :same_address_twice
    )
  end

  it "blocks names that can't be written into the document, and says which characters" do
    point = points(
      draft(parties: [ines.with(name: "سلمى"), maren]),
      unprintable: lambda { |text|
        Specimens::FACES.missing(text, :text)
      }
    ).first
    expect(point).to have_attributes(reason: :name_not_printable, blocks: true)
    expect(point.facts.fetch(:characters)).to include("س")
  end

  it "blocks whatever else is going to be written, and no face shows" do
    document = draft.documents.first
    {
      organisation_not_printable: { parties: [ines.with(organisation: "مرفأ"), maren] },
      address_not_printable: { parties: [ines.with(email: "سلمى@sanderling.example"), maren] },
      title_not_printable: { title: "رخصة" },
      document_not_printable: { documents: [document.with(title: "रसीद")] },
      particular_not_printable: {
        documents: [document.with(particulars: { "vessel" => %w[text سلمى] })],
        spots: [
          *draft.spots,
          spot("A", "particular", 100).with(settings: { "particular" => "vessel" })
        ]
      }
    }.each do |reason, changes|
      found = points(
        draft(**changes),
        unprintable: lambda { |text|
          Specimens::FACES.missing(text, :text)
        }
      ).select(&:blocks).map(&:reason)
      expect(found - %i[address_wrong]).to eq([reason]), reason.to_s
    end
  end
end
