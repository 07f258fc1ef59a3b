# frozen_string_literal: true

require "nokogiri"

RSpec.describe JustSeal::Core::Pdf::Check::ValidationReport do
  include Notaries
  include Forgeries
  include OtherMakers

  let(:then_at) { Time.utc(2026, 3, 2, 9) }
  let(:schema) do
    folder = File.join(JustSeal::ROOT, "docs", "schemas")
    Dir.chdir(folder) do
      Nokogiri::XML::Schema(File.read("validation-report.xsd"), Nokogiri::XML::ParseOptions::DEFAULT_SCHEMA)
    end
  end

  def report(bytes, at: then_at + 86_400, **asked)
    xml = described_class.call(JustSeal::Core::Pdf::Check.call(bytes, roots: roots, at: at, **asked))
    Nokogiri::XML(xml, &:strict).tap { |document| expect(schema.validate(document)).to eq([]) }
  end

  def said(document)
    document.remove_namespaces!
    document.css("SignatureValidationStatus").map do |one|
      one.css("MainIndication, SubIndication").map { |part| part.text.split(":").last }.join(" ")
    end
  end

  it "tells of each signature what was judged, when it is proved to have been there, and by which certificates" do
    document = report(document_at(sent: then_at)).remove_namespaces!
    expect(said(document)).to eq(["total-passed"] * 3)
    expect(document.css("POETime").map(&:text))
      .to eq(%w[2026-03-02T09:00:00Z 2026-03-02T09:01:00Z 2026-03-02T09:03:00Z])
    expect(document.css("ValidationTime").map(&:text).uniq).to eq(["2026-03-03T09:00:00Z"])
    expect(document.css("Signer").map(&:text))
      .to eq(["Ravensholm Harbour Trust, seal", "A. Party", "Kestrel Coast Time-stamps (stand-in)"])
    kept = document.css("ValidationObject base64").map { |one| OpenSSL::X509::Certificate.new(one.text.unpack1("m0")) }
    expect(kept.map(&:to_der)).to include(*[signer("seal"), signer("witness")].map { |one| one.certificate.to_der })
    expect(
      document.css("[VOReference]").map { |one| one["VOReference"] } - document.css("ValidationObject").map do |one|
        one["Id"]
      end
    )
      .to eq([])
  end

  it "has the standard's word for what is wrong" do
    sealed = document_at(sent: then_at)
    seal = signer("seal").certificate.serial.to_i
    later = authority.stamps.certificate.not_after + 86_400
    {
      report(sealed, sealers: ["Somebody"]) => "indeterminate CHAIN_CONSTRAINTS_FAILURE",
      report(sealed, at: later) => "indeterminate OUT_OF_BOUNDS_NO_POE",
      report(sealed, at: then_at - 3600) => "indeterminate TIMESTAMP_ORDER_FAILURE",
      report(document_at(sent: then_at, revoked: { seal => then_at - 60 })) => "indeterminate REVOKED_NO_POE",
      report(document_at(sent: then_at, material: material_at(then_at, []))) => "indeterminate TRY_LATER",
      report(document_at(sent: then_at, stamps: { sent: stamps(Authorities.stranger) })) =>
        "indeterminate NO_CERTIFICATE_CHAIN_FOUND"
    }.each { |document, words| expect(said(document)).to include(words) }
  end

  it "does not let a signature pass in a file that is not what was signed, is unfinished, or is none" do
    sealed = document_at(sent: then_at)
    forged = by_hand(sealed, objects: { content_number(sealed, 0) => "<< /Length 5 >>\nstream\nBT ET\nendstream" })
    expect(said(report(forged)).uniq).to eq(["total-failed FORMAT_FAILURE"])
    expect(said(report(flipped(sealed, sealed.index("/MediaBox") + 11)))).to include("total-failed HASH_FAILURE")
    expect(said(report(sealed_states[2], at: Time.now)).uniq).to eq(["indeterminate TRY_LATER"])
    expect(said(report(pdf))).to eq(["indeterminate SIGNED_DATA_NOT_FOUND"])
    expect(said(report("hello"))).to eq(["total-failed FORMAT_FAILURE"])
  end

  it "is read whatever stands in a file for a name" do
    told = JustSeal::Core::Pdf::Check.call(document_at(sent: then_at), roots: roots, at: then_at + 86_400)
    ["A\0B", "A\x01\x1FB", "\xFF\xFE".b, "\u{FFFF}", "]]>&<\"", "x" * 100_000].each do |name|
      signed = told.signatures.map { |one| one.with(signer: name, field: name) }
      document = Nokogiri::XML(described_class.call(told.with(signatures: signed)), &:strict)
      expect(schema.validate(document)).to eq([])
    end
  end

  it "tells of signatures of other makers" do
    words = other_makers.except("MuPDF").values.map { |bytes| said(report(bytes, at: Time.now)) }
    expect(words.uniq).to eq([["indeterminate NO_CERTIFICATE_CHAIN_FOUND"]])
  end
end
