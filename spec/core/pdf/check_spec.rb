# frozen_string_literal: true

RSpec.describe JustSeal::Core::Pdf::Check do
  let(:sealed) { sealed_states.last }

  def check(bytes, trusted: roots) = described_class.call(bytes, roots: trusted, at: Time.now)
  def codes(bytes) = check(bytes).findings.map(&:code)

  it "finds the sealed document intact, and tells who signed" do
    report = check(sealed)
    expect(report).to have_attributes(verdict: :intact, exit_code: 0, findings: [])
    expect(report.signatures.map { |one| [one.signer, one.level, one.status, one.time_source] })
      .to eq(
        [
          [
            "Ravensholm Harbour Trust, seal",
            nil,
            "valid",
            :time_stamp
          ],
          ["Inés Halloran", 1, "valid", :time_stamp],
          [
            "王小明",
            1,
            "valid",
            :time_stamp
          ],
          ["Kestrel Coast Time-stamps (stand-in)", nil, "valid", :time_stamp]
        ]
      )
    expect(report.revisions.map(&:kind)).to eq(%i[certification act act proofs archive])
    changes = report.revisions.map { |one| one.changes.map { |change| JustSeal::Words::Checks.change(change) } }
    expect(changes).to include(
      [I18n.t("pdf_changes.fields_filled", count: 3), I18n.t("pdf_changes.signatures_added", count: 1)],
      [I18n.t("pdf_changes.proofs_added")]
    )
  end

  it "says of each earlier state that it is not sealed yet" do
    sealed_states[1..3].each do |bytes|
      expect(check(bytes))
        .to have_attributes(verdict: :unfinished, exit_code: 1, findings: [have_attributes(code: :not_sealed_yet)])
    end
  end

  it "finds one changed byte anywhere in the signed bytes" do
    last = JustSeal::Core::Pdf::Signing.open(sealed).acro_form.field_by_name("Archive-1").field_value[:ByteRange].to_a
    random = Random.new(20_261_124)
    positions = Array.new(40) { random.rand(last[1]) } + [last[2] + 1, sealed.bytesize - 1]
    verdicts = positions.to_h { |position| [position, check(flipped(sealed, position)).verdict] }
    expect(verdicts.reject { |_, verdict| %i[altered unreadable].include?(verdict) }).to eq({})
  end

  it "finds a changed byte in the signature's value and in the zeros that fill its place" do
    range = JustSeal::Core::Pdf::Signing.open(sealed).acro_form.field_by_name("Archive-1").field_value[:ByteRange].to_a
    within = (range[1] + 1).step(range[1] + 9000, 301).map do |position|
      sealed.dup.tap do |copy|
        copy.setbyte(position, copy[position] == "0" ? 0x31 : 0x30)
      end
    end
    expect(within.map { |bytes| check(bytes).verdict }).not_to include(:intact)
    expect(codes(flipped(sealed, range[2] - 40))).to eq([:signature_unreadable])
  end

  it "finds text laid over a page in an incremental update, and names the page" do
    forged = updated(sealed) do |doc|
      doc.pages[1].canvas(type: :overlay).font("Helvetica", size: 20).text("void", at: [100, 400])
    end
    report = check(forged)
    expect(report.verdict).to eq(:altered)
    expect(
      report.findings.map do |one|
        [one.code, place_of(one)]
      end
    ).to include([:page_changed, "page 2"], [:added_after_seal, "last revision"])
    expect(report.whole_bytes).to eq(sealed.bytesize)
    expect(run_on(forged, "pdfsig").first.scan("Signature is Valid.").size).to eq(3) # independent tools do not see it
  end

  it "finds an annotation laid over a page" do
    forged = updated(sealed) do |doc|
      (doc.pages[0][:Annots] ||= []) << doc.add(
        {
          Type: :Annot,
          Subtype: :FreeText,
          Rect: [90, 400, 300, 430],
          Contents: "void"
        }
      )
    end
    expect(codes(forged)).to include(:page_changed)
  end

  it "finds a replaced content stream" do
    forged = updated(sealed) do |doc|
      doc.pages[0][:Contents].then do |part|
        part.respond_to?(:each) && !part.respond_to?(:stream) ? part[0] : part
      end.stream = "BT ET"
    end
    expect(codes(forged)).to include(:object_changed)
  end

  it "finds a field that was changed after it was locked" do
    expect(
      codes(
        updated(sealed) do |doc|
          doc.acro_form.field_by_name("A-full_name-1")[:V] = "Somebody else"
        end
      )
    ).to include(:locked_field_changed)
  end

  it "finds a signature that was taken out" do
    expect(
      codes(
        updated(sealed) do |doc|
          doc.acro_form.field_by_name("A-signature-1").delete(:V)
        end
      )
    ).to include(:locked_field_changed).or include(:signature_replaced)
  end

  it "finds an added script" do
    expect(
      codes(
        updated(sealed) do |doc|
          doc.catalog[:OpenAction] = { S: :JavaScript, JS: "1" }
        end
      )
    ).to include(:catalog_changed)
  end

  it "finds changes between two signatures that the first one does not allow" do
    forged = updated(sealed_states[2]) do |doc|
      doc.pages[0].canvas(type: :overlay).font("Helvetica", size: 20).text("void", at: [100, 400])
    end
    signed = act(forged, [spot("B", "signature", 300, page: 2)], "B", { "B-signature-1" => { "typed" => "B" } })
    expect(codes(signed)).to include(:page_changed)
  end

  it "finds bytes after the end, even one" do
    expect(codes("#{sealed}hidden")).to eq([:bytes_after_end])
    expect(codes("#{sealed}\n")).to eq([:bytes_after_end])
  end

  it "can't read what is no PDF, is cut off, or is encrypted" do
    expect(["hello", "", "%PDF-1.7\n"].map { |bytes| check(bytes).exit_code }).to eq([2, 2, 2])
    sealed_before = sealed.sub(%r{/Prev \d}) { |entry| "#{entry[0..-2]}-" }
    expect(check(sealed_before).verdict).to eq(:unreadable).or eq(:altered)
    before = "%PDF-1.7\nxref\n0 1\n0000000000 65535 f \ntrailer\n<< /Size 1 /Root 1 0 R /Prev -7 " \
             ">>\nstartxref\n9\n%%EOF\n"
    expect(codes(before)).to eq([:damaged])
    expect(codes(pdf { |doc| doc.encrypt(owner_password: "o", user_password: "u") })).to eq([:encrypted])
  end

  it "does not vouch for a PDF that was never sealed" do
    expect(check(pdf)).to have_attributes(
      verdict: :untrusted,
      exit_code: 1,
      findings: [have_attributes(code: :never_sealed)]
    )
  end

  it "does not vouch for a seal by an unknown authority, but says that the bytes hold" do
    report = check(sealed, trusted: [Authorities.foreign_root])
    expect(report).to have_attributes(verdict: :untrusted, exit_code: 1)
    expect(report.findings.map(&:code).uniq).to contain_exactly(:unknown_root, :unknown_time_authority)
    expect(report.signatures.map(&:status).uniq).to eq(["undetermined"])
  end

  it "is not taken in by an authority that bears an accepted name" do
    expect(check(sealed, trusted: [Authorities.stranger.root.certificate]).verdict).to eq(:untrusted)
  end

  it "does not vouch for anything when no authority is accepted" do
    expect(check(sealed, trusted: []).verdict).to eq(:untrusted)
  end

  it "writes its report as one object" do
    object = JSON.parse(JSON.generate(JustSeal::Words::CheckReport.pdf(check("#{sealed}x"))))
    expect(object.keys).to include("verdict", "signatures", "revisions", "findings")
    expect(object["signatures"].first.keys).to include(
      "field",
      "signer",
      "time",
      "time_source",
      "level",
      "covers_bytes",
      "status"
    )
    expect(object["revisions"].first.keys).to include("bytes", "by", "changes")
    expect(object["findings"].first.keys).to eq(%w[code message where])
  end
end
