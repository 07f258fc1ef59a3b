# frozen_string_literal: true

require "open3"
require "tmpdir"

RSpec.describe JustSeal::Operations::ExportBundle do
  include Notaries
  include Readers

  package = JustSeal::Core::Bundle::Package

  # The one under which the office's keys are certified.
  def authority
    JustSeal::Standins::Authority.new(File.join(office.settings.var, "standins", "authority"), address: "")
  end

  before(:all) do
    open_office
    @docket = shared_docket
    @bundled = described_class.call(staff(:rosalind), number: @docket.number).first
    close_office
  end

  attr_reader :bundled

  def check(bytes, trusted: office.roots) = JustSeal::Core::Bundle::Check.call(bytes, roots: trusted, at: Time.now)
  def codes(bytes) = check(bytes).findings.map { |one| [one.code, place_of(one)] }

  # The same container with other files in it, its manifest and signature as they were.
  def changed(bytes)
    content = JustSeal::Core::Bundle::Package.read(bytes)
    files = content.files.dup
    yield files
    JustSeal::Core::Bundle::Package.zip(
      files.merge(
        JustSeal::Core::Bundle::Package::MANIFEST => content.manifest,
        JustSeal::Core::Bundle::Package::SIGNATURE => content.signature
      ),
      Time.now
    )
  end

  # Bundled anew by somebody who holds the organisation's key, after a change.
  def resigned(bytes)
    files = JustSeal::Core::Bundle::Package.read(bytes).files.except("SHA256SUMS")
    yield files
    JustSeal::Core::Bundle::Package.write(
      files,
      signer: office.keys[:seal],
      timestamp: office.time_stamps,
      at: Time.now
    )
  end

  # Runs what stands after each $ in the bundle's own guide, in a folder where it was unpacked with `unzip`; returns
  # {number of the step => output}.
  def follow_guide(bytes)
    Dir.mktmpdir do |folder|
      path = File.join(folder, "evidence.asice")
      File.binwrite(path, bytes)
      output, status = Open3.capture2e("unzip", "-q", path, "-d", File.join(folder, "here"))
      raise output unless status.success?

      guide = File.read(File.join(folder, "here", "HOW-TO-CHECK.txt"))
      guide.split(/^(?=\d+\. )/).drop(1).to_h do |step|
        [
          step.to_i,
          step.scan(/^\$ (.*)$/).map do |(command)|
            Open3.capture2e("bash", "-c", command, chdir: File.join(folder, "here")).first
          end.join
        ]
      end
    end
  end

  it "makes a container whose first entry says what it is, unpacked, at its place" do
    expect(bundled.byteslice(0, 4)).to eq("PK\x03\x04".b)
    expect(bundled.byteslice(8, 2).unpack1("v")).to eq(0), "stored"
    expect(bundled.byteslice(28, 2).unpack1("v")).to eq(0), "no extra field"
    expect(bundled.byteslice(30, 39 + 0)).to start_with("mimetypeapplication/vnd.etsi.asic-e+zip")
    names = package.read(bundled).files.keys
    expect(names).to include(
      "HOW-TO-CHECK.txt",
      "certificate.pdf",
      "ledger.jsonl",
      "checkpoint.json",
      "rulebook.json",
      "certificates/root.pem",
      "docket.json"
    )
    expect(names.grep(%r{\Adocuments/}).size).to eq(1)
    expect(names.grep(%r{\Aoriginals/}).size).to eq(1)
    expect(names.grep(%r{\Arevocation/.*\.(ocsp|crl)})).not_to be_empty
  end

  it "is made so by a process that has done nothing else before" do
    program = <<~RUBY
      require #{File.join(JustSeal::ROOT, "config", "boot").inspect}
      require "openssl"
      key = OpenSSL::PKey::RSA.new(2048)
      certificate = OpenSSL::X509::Certificate.new
      certificate.public_key = key
      certificate.serial = 1
      certificate.not_before = Time.now
      certificate.not_after = Time.now + 60
      certificate.subject = certificate.issuer = OpenSSL::X509::Name.parse("/CN=Spec")
      certificate.sign(key, "SHA256")
      signer = JustSeal::Core::Pdf::Signer.new(certificate: certificate, chain: [], key: key)
      stamp = ->(_digest) { OpenSSL::ASN1::Null.new(nil).to_der }
      $stdout.binmode.write(
        JustSeal::Core::Bundle::Package.write({ "a.txt" => "a" }, signer: signer, timestamp: stamp, at: Time.now)
      )
    RUBY
    made, status = Open3.capture2("ruby", "-", stdin_data: program, binmode: true)
    expect(status).to be_success
    expect(
      [
        made.byteslice(28, 2).unpack1("v"),
        made.byteslice(30, 39)
      ]
    ).to eq([0, "mimetypeapplication/vnd.etsi.asic-e+zip"])
  end

  it "is whole by its own check, and by plain tools that follow its own guide" do
    report = check(bundled)
    expect([report.verdict, report.findings.map(&:message)]).to eq([:intact, []])
    expect(report.docket).to eq(@docket.number)
    steps = follow_guide(bundled)
    expect(steps[1]).to eq("files: OK\n")
    expect(steps[2]).to include("CMS Verification successful")
    expect(steps[3]).to eq("1\n")
    expect(steps[4].scan("Signature is Valid.").size).to be >= 4
    expect(steps[4]).not_to include("Invalid")
    expect(steps[5].scan("Verification: OK").size).to eq(2), steps[5]
    expect(steps[6].scan("Response verify OK").size).to be >= 3, steps[6]
    expect(steps[6].scan("Cert Status: good").size).to be >= 3
    expect(steps[6]).to include("verify OK")
    expect(steps[6]).not_to include("revoked")
    expect(steps[7]).to match(/\Achain: OK, ends in \h{64}\n\z/)
    expect(steps[8]).to start_with("sealed: OK documents/1 ")
    expect(steps[9]).to include("Verification: OK")
    expect(steps[10]).to eq("inclusion: OK\n")
    expect(steps[11]).to eq("1\n1\n")
  end

  it "finds each change, by itself and by the guide" do
    sealed = package.read(bundled).files.keys.grep(%r{\Adocuments/}).first
    expect(codes(changed(bundled) { |files| files["rulebook.json"] = "{}" })).to eq([[:file_changed, "rulebook.json"]])
    expect(
      codes(
        changed(bundled) do |files|
          files.delete("revocation/1.ocsp")
        end
      )
    ).to eq([[:file_missing, "revocation/1.ocsp"]])
    expect(codes(changed(bundled) { |files| files["extra.txt"] = "x" })).to eq([[:file_added, "extra.txt"]])
    expect(
      codes(
        changed(bundled) do |files|
          files[sealed] =
            files[sealed].sub("%%EOF", "%%EOG")
        end
      ).map(&:first)
    ).to include(:file_changed, :document_altered, :other_document)
    steps = follow_guide(
      changed(bundled) do |files|
        files["ledger.jsonl"] = files["ledger.jsonl"].sub('"docket.sent"', '"docket.zent"')
      end
    )
    expect(steps[1]).to include("ledger.jsonl: FAILED")
    expect(steps[7]).to start_with("chain: BROKEN")
  end

  it "finds what even the holder of the key can't put right" do
    lines = package.read(bundled).files["ledger.jsonl"].lines
    expect(
      codes(
        resigned(bundled) do |files|
          files["ledger.jsonl"] =
            lines[0..-2].join
        end
      ).map(&:first)
    ).to eq([]), "a shorter chain is a true one, of an earlier time"
    expect(
      codes(
        resigned(bundled) do |files|
          files["ledger.jsonl"] = lines.reject.with_index do |_, index|
            index == 2
          end.join
        end
      ).map(&:first)
    ).to include(:ledger_broken)
    rewritten = lines.map do |line|
      line.chomp.sub('"kind":"staff"', '"kind":"stuff"')
    end.inject([[], "0" * 64]) do |(all, prev), line|
      text = line.sub(/"prev":"\h{64}"/, %("prev":"#{prev}"))
      [all + [text], JustSeal::Core::Ledger::Entry.digest(text)]
    end.first
    expect(
      codes(
        resigned(bundled) do |files|
          files["ledger.jsonl"] = "#{rewritten.join("\n")}\n"
        end
      ).map(&:first).uniq
    ).to eq(%i[proof_broken account_differs])
    expect(
      codes(
        resigned(bundled) do |files|
          files["checkpoint.json"] =
            files["checkpoint.json"].sub(/\\"size\\":\d+/, '\\"size\\":999999')
        end
      ).map(&:first)
    ).to include(:checkpoint_broken)
  end

  it "finds an account, an original or a list of members that its history does not bear out" do
    found = ->(&change) { codes(resigned(bundled, &change)) }
    expect(
      found.call do |files|
        files["docket.json"] = files["docket.json"].sub('"level_reached": 1', '"level_reached": 4')
      end
    )
      .to eq([[:account_differs, "docket.json"]])
    original = package.read(bundled).files.keys.grep(%r{\Aoriginals/}).first
    expect(found.call { |files| files[original] = pdf("Another licence") }.map(&:first))
      .to contain_exactly(:other_original, :member_missing)
    sealed = package.read(bundled).files.keys.grep(%r{\Adocuments/}).first
    expect(found.call { |files| files.delete(sealed) }).to eq([[:member_missing, "documents"]])
    expect(found.call { |files| files.delete("certificate.pdf") }).to eq([[:member_missing, "certificate.pdf"]])
    expect(found.call { |files| files["payload.exe"] = "x" }).to eq([[:file_strange, "payload.exe"]])
    expect(found.call { |files| files["checkpoint-body.json"] = "{}" }.map(&:first)).to eq([:checkpoint_broken])
  end

  it "finds that it was bundled by somebody else than whoever sealed, or may seal" do
    files = package.read(bundled).files.except("SHA256SUMS")
    other = issued("Fjordside Surveyors, seal", organisation: "Fjordside Surveyors")
    bytes = package.write(files, signer: other, timestamp: office.time_stamps, at: Time.now)
    expect(codes(bytes)).to eq([[:signer_differs, package::SIGNATURE]])
    judged = lambda { |sealers|
      JustSeal::Core::Bundle::Check.call(bundled, **office.accepted, at: Time.now, sealers: sealers)
    }
    expect(judged.call(office.sealers).verdict).to eq(:intact)
    expect(judged.call(["Fjordside Surveyors"]).findings.map(&:code)).to include(:other_sealer, :document_untrusted)
    tls = issued("Ravensholm Harbour Trust, seal", extended: "serverAuth")
    bytes = package.write(files, signer: tls, timestamp: office.time_stamps, at: Time.now)
    expect(codes(bytes).map(&:first)).to include(:signer_unknown)
  end

  it "finds that whoever bundled it was revoked, and that the proof of its time has ended on a day to come" do
    revoked = answer_at(Time.now, office.keys[:seal].certificate, revoked: Time.now - 3600)
    bytes = resigned(bundled) { |files| files["revocation/99.ocsp"] = revoked }
    expect(codes(bytes)).to eq([[:signer_revoked, package::SIGNATURE]])
    late = authority.stamps.certificate.not_after + 86_400
    report = JustSeal::Core::Bundle::Check.call(bundled, **office.accepted, at: late)
    expect([report.verdict, report.findings.map(&:code).uniq]).to match([:undetermined, include(:proof_ended)])
  end

  it "finds whatever stands before, between or behind its files" do
    central = bundled.rindex("PK\x01\x02".b)
    first = bundled.index("PK\x01\x02".b)
    shifted = lambda do |at, more|
      bundled.dup.insert(at, more).tap do |bytes|
        last = bytes.bytesize - 22
        start = bytes.byteslice(last + 16, 4).unpack1("V")
        bytes[last + 16, 4] = [start + more.bytesize].pack("V") if at <= start
      end
    end
    expect(codes(shifted.call(first, "PK\x03\x04 hidden".b))).to include([:bytes_between, "file"])
    expect(codes("#{bundled}behind")).to include([:bytes_between, "file"]).or include([:no_bundle, "file"])
    longer = bundled.dup.tap { |bytes| bytes[-2, 2] = [6].pack("v") }
    expect(codes("#{longer}behind")).to include([:bytes_between, "file"])
    renamed = bundled.dup.tap { |bytes| bytes[central + 46] = bytes[central + 46] == "X" ? "Y" : "X" }
    expect(check(renamed).verdict).not_to eq(:intact)
  end

  it "says that nobody vouches for it, or that it is no bundle" do
    expect(check(bundled, trusted: [Authorities.foreign_root])).to have_attributes(verdict: :untrusted, exit_code: 1)
    empty = Zip::OutputStream.write_buffer { |zip| zip.put_next_entry("a") }.string
    [pdf, "", "PK\x03\x04", bundled.byteslice(0, 4000), empty].each do |bytes|
      expect(check(bytes)).to have_attributes(verdict: :unreadable, exit_code: 2)
    end
  end

  it "holds the newest state of a document whose proofs were renewed, and is whole" do
    docket = signed_docket
    sealed = JustSeal::Store::Version.where(docket_number: docket.number, kind: "sealed").first
    renewed = JustSeal::Operations::RenewSeal.call(sealed.id)
    bytes = described_class.call(staff(:rosalind), number: docket.number).first
    expect(package.read(bytes).files.values).to include(office.blobs.get(renewed.sha256))
    expect(codes(bytes)).to eq([])
    expect(follow_guide(bytes)[8]).to start_with("sealed: OK")
  end

  it "finds the certificate of another docket in it" do
    other = JustSeal::Store::Version.where(docket_number: signed_docket.number, kind: "certificate").get(:sha256)
    expect(
      codes(
        resigned(bundled) do |files|
          files["certificate.pdf"] = office.blobs.get(other)
        end
      )
    ).to eq([[:other_document, "certificate.pdf"], [:account_differs, "docket.json"]])
  end

  it "answers whatever is brought, and never breaks" do
    random = Random.new(7)
    80.times do
      expect do
        check(
          bundled.dup.tap do |bytes|
            3.times do
              bytes.setbyte(random.rand(bytes.bytesize), random.rand(256))
            end
          end
        )
      end.not_to raise_error
    end
    [
      "[]",
      "1",
      '{"docket":1,"kind":"docket.filed","facts":{"versions":[1]}}',
      '{"docket":"X","kind":"docket.sealed","facts":null}',
      "\xFF"
    ].each do |line|
      expect(check(resigned(bundled) { |files| files["ledger.jsonl"] = line }).verdict).to eq(:altered)
      expect(check(resigned(bundled) { |files| files["checkpoint.json"] = line }).verdict).to eq(:altered)
    end
    swollen = Zip::OutputStream.write_buffer do |zip|
      [
        ["mimetype", package::MIME],
        ["a", "0" * 50_000_000]
      ].each do |name, text|
        zip.put_next_entry(name) && zip.write(text)
      end
    end.string
    expect(check(swollen).verdict).to eq(:unreadable)
  end

  it "is whole on a tree by a later digest, by its own check, its guide and the reader" do
    ends = Time.now.utc + (800 * 86_400)
    JustSeal::Operations::KeepAlgorithm.call(staff(:edda), id: "digest/SHA256/0", ends: ends, source: "Notice")
    bytes, = described_class.call(staff(:rosalind), number: @docket.number)
    point = JSON.parse(package.read(bytes).files["checkpoint-body.json"])
    expect(point).to include("digest" => "SHA512", "root" => match(/\A\h{128}\z/))
    expect(check(bytes).verdict).to eq(:intact)
    steps = follow_guide(bytes)
    expect([steps[9], steps[10], steps[11]]).to match([include("Verification: OK"), "inclusion: OK\n", "1\n1\n"])
    expect(read_elsewhere(bytes).last).to be(true)
    broken = changed(bytes) do |files|
      files["checkpoint.json"] = files["checkpoint.json"].sub(/"index": \d+/, '"index": 0')
    end
    expect(codes(broken).map(&:first)).to include(:proof_broken)
  ensure
    JustSeal::Store::OfficeChoices.set("algorithms", nil)
    office.refresh
  end

  it "is for those alone who may see every record of the docket" do
    case_file = document(@docket).record.case_file
    kept = case_file.access
    case_file.update(access: Sequel.pg_jsonb({ "see" => { "units" => ["Elsewhere"] } }))
    expect { described_class.call(staff(:joss), number: @docket.number) }.to raise_error(JustSeal::Errors::Missing)
  ensure
    case_file&.update(access: Sequel.pg_jsonb(kept.to_h))
  end

  it "enters that it was handed out, and hands out nothing that is not sealed" do
    described_class.call(staff(:rosalind), number: @docket.number)
    expect(kinds(@docket).last).to eq("docket.exported")
    expect do
      described_class.call(
        staff(:maren),
        number: sent_docket.number
      )
    end.to raise_reason(JustSeal::Errors::Conflict, :not_sealed)
    expect { described_class.call(staff(:maren), number: "RH-0-0") }.to raise_error(JustSeal::Errors::Missing)
  end
end
