# frozen_string_literal: true

RSpec.describe JustSeal::Core::Documents::Media do
  it "knows files by what they are, not by their names" do
    expect([pdf, docx("Text"), odt("Text")].map { |bytes| described_class.of(bytes) }).to eq(%w[pdf docx odt])
    expect(
      [zip("a.txt" => "x"), "MZ\x90\x00".b, "", "PK\x03\x04 cut off".b, "plain"].map do |bytes|
        described_class.of(bytes)
      end
    ).to eq([nil] * 5)
  end

  {
    "MZ\x90\x00" => :windows_program,
    "\x7FELF\x02" => :some_program,
    "\xD0\xCF\x11\xE0\xA1" => :old_office_file,
    "{\\rtf1" => :rtf_file,
    "\xFF\xD8\xFF\xE0" => :picture,
    "PK\x03\x04" => :strange_package,
    "hello" => :strange_format
  }.each do |bytes, reason|
    it("knows #{reason.to_s.tr("_", " ")}") { expect(described_class.stranger(bytes.b)).to eq(reason) }
  end
end
