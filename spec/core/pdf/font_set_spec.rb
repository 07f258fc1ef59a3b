# frozen_string_literal: true

RSpec.describe JustSeal::Core::Pdf::FontSet do
  let(:faces) { Specimens::FACES }

  it "splits a text by the face that has its characters" do
    runs = faces.runs("Ines Λυδία 王", :hand)
    expect(
      runs.map do |path, text|
        [
          File.basename(path),
          text.strip
        ]
      end
    ).to eq(
      [
        ["Caveat_600SemiBold.ttf", "Ines"],
        ["NotoSans-Regular.ttf", "Λυδία"],
        ["Caveat_600SemiBold.ttf", ""],
        ["DroidSansFallbackFull.ttf", "王"]
      ]
    )
      .or eq(
        [
          ["Caveat_600SemiBold.ttf", "Ines"],
          ["NotoSans-Regular.ttf", "Λυδία"],
          ["DroidSansFallbackFull.ttf", "王"]
        ]
      )
  end

  it "shows stacked accents, composed where Unicode has the letter" do
    expect(faces.missing("Ha\u0301lloran Nguye\u0302\u0303n", :text)).to eq([])
  end

  it "names letters on which accents would fall on top of one another" do
    expect(faces.missing("x\u0302\u0301y\u0302", :text)).to eq(["x\u0302\u0301"])
  end

  it "names what it can't show, or would show in the wrong shape" do
    expect(faces.missing("Ines سل \u{1F58B}", :text)).to eq(["س", "ل", "\u{1F58B}"])
    expect do
      faces.runs("سلمى", :text)
    end.to raise_error(JustSeal::Core::Refused) { |e| expect(e.reason).to eq(:no_face) }
  end
end
