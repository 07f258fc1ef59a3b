# frozen_string_literal: true

RSpec.describe JustSeal::Core::Filing::Parties do
  items = [{ "name" => "agent", "type" => "contact" }, { "name" => "vessel", "type" => "text" }].freeze

  def party(source, ref, turn: 1) = { "turn" => turn, "act" => "sign", "source" => source, "ref" => ref }

  it "tells what can't be a party" do
    parties = [
      party("particular", "agent"),
      party("particular", "vessel"),
      party("particular", "other"),
      party("moon", 1),
      party("contact", nil),
      party("staff", 3, turn: 0)
    ]
    expect(described_class.problems(parties, items).keys).to eq(%w[parties.1 parties.2 parties.3 parties.4 parties.5])
  end

  it "seats those who are known, lettered by turn" do
    parties = [
      party("staff", 3, turn: 2),
      party("particular", "agent"),
      party("contact", 8, turn: 3),
      party("contact", 9, turn: 3)
    ]
    seats = described_class.seats(
      parties,
      { "agent" => { "name" => "Ines", "email" => "i@s.example", "organisation" => "" } },
      contact: lambda { |id|
        { "id" => 8, "name" => "Eight", "email" => "e@s.example" } if id == 8
      },
      account: lambda { |id|
        { "id" => id, "name" => "Joss", "email" => "j@r.example" }
      }
    )
    expect(
      seats.map do |seat|
        seat.values_at(
          :letter,
          :turn,
          :kind,
          :name,
          :account_id
        )
      end
    ).to eq([["A", 1, "outside", "Ines", nil], ["B", 2, "staff", "Joss", 3], ["C", 3, "outside", "Eight", nil]])
  end

  it "leaves a party out whose particular is empty" do
    expect(described_class.seats([party("particular", "agent")], {}, contact: nil, account: nil)).to eq([])
  end
end
