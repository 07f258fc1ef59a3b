# frozen_string_literal: true

RSpec.describe JustSeal::Core::Documents::FileName do
  def plain(name, media = "pdf") = described_class.plain(name, media)

  it "takes folders, quotes, directions and control characters out, and gives the ending of what the file is" do
    expect(plain("C:\\Users\\x\\lease \"final\".pdf")).to eq("lease -final-.pdf")
    expect(plain("../../etc/passwd")).to eq("passwd.pdf")
    expect(plain("invoice\u202Efdp.exe")).to eq("invoicefdp.pdf")
    expect(plain("letter.docx", "docx")).to eq("letter.docx")
    expect(plain("a\u0000b\n.pdf")).to eq("ab.pdf")
    expect(plain("v1.2")).to eq("v1.2.pdf")
  end

  it "shortens what is too long, and names what has no name" do
    expect(plain("#{"ö" * 300}.pdf").bytesize).to be <= 255
    expect(["", "...", "\u202E", nil].map { |name| plain(name) }).to eq(["document.pdf"] * 4)
    expect(plain("caf\xE9.pdf".b)).to eq("caf.pdf")
  end
end
