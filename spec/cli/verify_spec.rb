# frozen_string_literal: true

require "open3"
require "tempfile"

RSpec.describe "bin/justseal verify" do
  def verify(bytes, *options)
    Tempfile.create(["root", ".pem"]) do |root|
      root.write(authority.root.certificate.to_pem)
      root.flush
      Tempfile.create(["file", ".pdf"], binmode: true) do |file|
        file.write(bytes)
        file.flush
        output, status = Open3.capture2(
          File.expand_path("../../bin/justseal", __dir__),
          "verify",
          file.path,
          "--trust",
          root.path,
          *options
        )
        return [output, status.exitstatus]
      end
    end
  end

  let(:sealed) { sealed_states.last }

  it "leaves with 0 for an intact file, in words and as one JSON object" do
    expect(verify(sealed)).to match([include("Intact and trusted."), 0])
    output, code = verify(sealed, "--json")
    expect([JSON.parse(output)["verdict"], code]).to eq(["intact", 0])
  end

  it "leaves with 1 for an altered one, and with 2 for what is no PDF" do
    expect(verify("#{sealed}x", "--json")).to match([include('"bytes_after_end"'), 1])
    expect(verify(pdf)).to match([include("never_sealed").or(include("carries no signature")), 1])
    expect(verify("hello")).to match([include("can't be checked"), 2])
  end

  it "holds the seal against who may seal, and says who it was where nobody said so" do
    expect(verify(sealed)).to match([include("Sealed by Ravensholm Harbour Trust, seal (SHA-256 "), 0])
    expect(verify(sealed, "--sealer", "Ravensholm Harbour Trust").first).not_to include("Sealed by")
    expect(verify(sealed, "--sealer", "Fjordside Surveyors")).to match([include("who is not one of those who may"), 1])
  end

  it "says whether it is proved on another day" do
    expect(verify(sealed, "--at", "2034-01-01")).to match([include("Intact and trusted."), 0])
    expect(verify(sealed, "--at", "2035-06-01")).to match([include("not everything is proved"), 1])
    expect(verify(sealed, "--at", "tomorrow")).to eq(["", 2])
  end

  it "writes the standard's report" do
    output, code = verify(sealed, "--report", "xml")
    words = Nokogiri::XML(output).remove_namespaces!.css("MainIndication").map(&:text)
    expect([words.uniq, code]).to eq([["urn:etsi:019102:mainindication:total-passed"], 0])
    expect(verify("#{sealed}x", "--report", "xml")).to match([include("FORMAT_FAILURE"), 1])
    expect(verify(sealed, "--report", "html")).to eq(["", 2])
  end

  it "leaves with 2 for wrong use" do
    _, status = Open3.capture2e(File.expand_path("../../bin/justseal", __dir__), "verify")
    expect(status.exitstatus).to eq(2)
    _, status = Open3.capture2e(File.expand_path("../../bin/justseal", __dir__), "verify", "/no/such/file.pdf")
    expect(status.exitstatus).to eq(2)
  end
end
