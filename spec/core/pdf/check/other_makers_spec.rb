# frozen_string_literal: true

# Signatures that others made, by other means, are judged for what they are.
RSpec.describe "Signatures of other makers" do
  include OtherMakers

  def checked(bytes, trusted: roots) = JustSeal::Core::Pdf::Check.call(bytes, roots: trusted, at: Time.now)
  def codes(report) = report.findings.map(&:code).sort

  it "are valid, and by an authority that is not accepted" do
    judged = other_makers.transform_values do |bytes|
      report = checked(bytes)
      [report.verdict, report.signatures.map(&:status), codes(report) - [:certificate_by_number]]
    end
    usual = [:untrusted, ["undetermined"], %i[time_stamp_missing unknown_root]]
    by_sha1 = [:untrusted, ["undetermined"], %i[algorithm_ended time_stamp_missing unknown_root]]
    expect(judged.reject { |_, found| found == usual }).to eq("MuPDF" => by_sha1)
    expect(judged.size).to eq(12)
  end

  it "prove nothing for later without a time-stamp and a status, though the authority is accepted" do
    accepted = [Authorities.stranger.root.certificate]
    reports = other_makers.except("MuPDF").values.map { |bytes| checked(bytes, trusted: accepted) }
    expect(reports.map { |one| [one.verdict, codes(one) - [:certificate_by_number]] }.uniq)
      .to eq([[:undetermined, %i[status_missing status_missing time_stamp_missing]]])
  end

  it "are found altered where a byte is, and where they are of other bytes" do
    other_makers.each do |maker, bytes|
      at = bytes.index("/MediaBox") + 12
      expect([maker, checked(flipped(bytes, at)).verdict]).to eq([maker, :altered])
    end
    other = signed_by { |covered| openssl_cms("#{covered} ") }
    expect(codes(checked(other))).to eq([:signature_broken])
  end

  it "are undetermined by an algorithm that is no proof any more, of a kind or by a certificate that is not known" do
    weak = signed_by { |covered| openssl_cms(covered, "-md", "sha1") }
    expect(codes(checked(weak))).to include(:algorithm_ended)
    nameless = signed_by { |covered| openssl_cms(covered, "-nocerts") }
    expect(codes(checked(nameless))).to include(:certificate_missing)
    of_a_digest = signed_by(kind: :"adbe.pkcs7.sha1") do |covered|
      openssl_cms(OpenSSL::Digest.digest("SHA1", covered), "-nodetach")
    end
    expect(checked(of_a_digest).signatures.first).to be_valid
    of_another = signed_by(kind: :"adbe.pkcs7.sha1") { |covered| openssl_cms(covered, "-nodetach") }
    expect(codes(checked(of_another))).to eq([:signature_broken])
    sha256 = "`\x86H\x01e\x03\x04\x02\x01".b
    strange = signed_by { |covered| openssl_cms(covered).gsub(sha256, "#{sha256.chop}\x7F".b) }
    expect(codes(checked(strange))).to eq([:signature_broken])
    unknown = signed_by(kind: :"Example.Detached") { |covered| openssl_cms(covered) }
    expect(codes(checked(unknown))).to include(:signature_kind_unknown)
  end

  it "do not pass for PAdES where what is signed names no certificate, or another" do
    plain = signed_by(kind: :"ETSI.CAdES.detached") { |covered| openssl_cms(covered) }
    expect(codes(checked(plain))).to include(:certificate_unnamed)
    named = signed_by(kind: :"ETSI.CAdES.detached") { |covered| openssl_cms(covered, "-cades") }
    expect(codes(checked(named))).to eq(%i[time_stamp_missing unknown_root])
  end
end
