# frozen_string_literal: true

require "tmpdir"

RSpec.describe "Freezing, acting and sealing" do
  include OtherMakers

  let(:states) { sealed_states }
  let(:sealed) { states.last }

  it "leaves every earlier state as the beginning of the next" do
    expect(states.each_cons(2)).to all(
      satisfy { |before, after|
        after.start_with?(before) && after.bytesize > before.bytesize
      }
    )
  end

  it "makes signatures that pdfsig calls valid" do
    output, = run_on(sealed, "pdfsig")
    expect(output.scan("Signature is Valid.").size).to eq(3)
    expect(output).to include(
      "ETSI.CAdES.detached",
      "Total document signed"
    ).and include("A-signature-1", "B-signature-1", "Certification")
    expect(output).not_to match(/invalid|mismatch/i)
  end

  it "makes signatures that mutool calls valid" do
    output, = run_on(sealed, "mutool", "sign", "-v")
    expect(output.scan("The signature is valid but there have been edits since signing.").size).to eq(3)
  end

  it "makes files in which qpdf finds no fault" do
    states.each do |bytes|
      output, fine = run_on(bytes, "qpdf", "--check")
      expect(fine).to be(true), output
    end
  end

  it "writes what was typed into the page, in any script, and into the fields" do
    text = words_of(sealed)
    expect(text).to include("Inés Halloran", "24 November 2026", "王小明, RH-1")
    form = JustSeal::Core::Pdf::Signing.open(sealed).acro_form
    expect(form.field_by_name("A-full_name-1").field_value).to eq("Inés Halloran")
  end

  it "certifies with DocMDP 2, and locks each party's own fields" do
    doc = JustSeal::Core::Pdf::Signing.open(sealed)
    expect(doc.catalog[:Perms][:DocMDP][:Reference][0][:TransformParams][:P]).to eq(2)
    lock = doc.acro_form.field_by_name("A-signature-1").field_value[:Reference].to_a.find do |one|
      one[:TransformMethod] == :FieldMDP
    end
    expect(lock[:TransformParams][:Fields].to_a).to contain_exactly("A-signature-1", "A-acting_date-1", "A-full_name-1")
  end

  it "encloses status for every certificate, and a document time-stamp over all" do
    doc = JustSeal::Core::Pdf::Signing.open(sealed)
    expect(doc.catalog.dss[:OCSPs].length).to be >= 3
    stamp = doc.acro_form.field_by_name("Archive-1").field_value
    expect(stamp[:SubFilter]).to eq(:"ETSI.RFC3161")
    expect(stamp[:ByteRange].to_a.last(2).sum).to eq(sealed.bytesize)
  end

  # What openssl writes of a CMS that it has read, nil for what it can't read.
  def rewritten(der)
    again, status = Open3.capture2(
      *%w[openssl cms -cmsout -inform DER -outform DER],
      stdin_data: der,
      binmode: true,
      err: File::NULL
    )
    again if status.success?
  end

  # DER of more than 255 bytes without what fills up its place; its last byte may be a zero of its own.
  def whole(contents) = contents.b[0, contents.b[2, 2].unpack1("n") + 4]

  it "encodes signatures to the letter: openssl, which sorts what a set holds, writes the same" do
    curve = outsider(OpenSSL::PKey::EC.generate("prime256v1"))
    by_curve = JustSeal::Core::Pdf::CertifyForSigning.call(
      pdf,
      spots: [],
      signer: curve,
      timestamp: stamps,
      reason: "A list",
      at: Time.now.utc
    )
    [sealed, by_curve].each do |bytes|
      JustSeal::Core::Pdf::Signing.open(bytes).signatures.each do |signature|
        next if signature[:SubFilter] == :"ETSI.RFC3161"

        der = whole(signature.contents)
        expect(rewritten(der)).to eq(der)
        expect(rewritten(der.reverse)).to be_nil
      end
    end
    expect(run_on(by_curve, "pdfsig").first).to include("Signature is Valid.")
    expect(JustSeal::Core::Pdf::Check.call(by_curve, roots: roots, at: Time.now).signatures.first)
      .to have_attributes(valid: true, algorithm: "ECDSA with SHA256")
  end

  # poppler and mupdf of Debian 12 do not know document time-stamps; openssl does.
  it "makes a document time-stamp that openssl verifies over the bytes that it covers" do
    stamp = JustSeal::Core::Pdf::Signing.open(sealed).acro_form.field_by_name("Archive-1").field_value
    range = stamp[:ByteRange].to_a
    Dir.mktmpdir do |folder|
      File.binwrite("#{folder}/covered", sealed[0, range[1]] + sealed[range[2], range[3]])
      File.binwrite("#{folder}/token", whole(stamp[:Contents]))
      File.write("#{folder}/root.pem", authority.root.certificate.to_pem)
      command = [
        "openssl",
        "ts",
        "-verify",
        "-data",
        "#{folder}/covered",
        "-in",
        "#{folder}/token",
        "-token_in",
        "-CAfile",
        "#{folder}/root.pem"
      ]
      expect(Open3.capture2e(*command).first).to include("Verification: OK")
      File.binwrite("#{folder}/covered", "other bytes")
      expect(Open3.capture2e(*command).first).to include("Verification: FAILED")
    end
  end

  it "does not let a party sign twice" do
    own = [spot("A", "signature", 500), spot("A", "acting_date", 440), spot("A", "full_name", 400)]
    values = { "A-signature-1" => { "typed" => "X" }, "A-acting_date-1" => "1", "A-full_name-1" => "X" }
    expect do
      act(states[2], own, "X", values)
    end.to raise_error(JustSeal::Core::Refused) { |e| expect(e.reason).to eq(:already_signed) }
  end
end
