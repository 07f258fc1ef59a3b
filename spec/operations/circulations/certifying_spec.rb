# frozen_string_literal: true

require "open3"
require "tmpdir"

RSpec.describe JustSeal::Operations::CertifyCirculation do
  include Circulated
  include Notaries
  include Readers

  package = JustSeal::Core::Bundle::Package

  before(:all) do
    open_office
    unit, = unit_with(3)
    @circulation = started_circulation({ "units" => [unit] }, declaration: "I have read it")
    @circulation.recipients.first(2).each { |one| act_on(one, declaration: "I have read it") }
    @sheet = described_class.call(staff(:maren), number: @circulation.number)
    @bundled = JustSeal::Operations::ExportCirculation.call(staff(:rosalind), number: @circulation.number).first
    close_office
  end

  attr_reader :circulation, :sheet, :bundled

  def check(bytes) = JustSeal::Core::Bundle::Check.call(bytes, roots: office.roots, at: Time.now)
  def codes(bytes) = check(bytes).findings.map { |one| [one.code, place_of(one)] }

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

  it "seals a sheet with everybody, when they acted, at which level and by which entry, as a record of its own" do
    bytes = office.blobs.get(sheet.sha256)
    expect(JustSeal::Core::Pdf::Check.call(bytes, roots: office.roots, at: Time.now).verdict).to be(:intact)
    text = words_of(bytes).gsub(/\s+/, " ")
    acted = circulation.recipients.first(2).map { |one| entries_hash(one.docket.number) }
    acted.each { |hash| hash.scan(/.{8}/).each { |part| expect(text).to include(part) } }
    circulation.recipients.each { |one| expect(text).to include(one.name) }
    expect(text).to include("I have read it", circulation.number)
    expect(circulation.refresh.sheet_record.versions.map(&:kind)).to all(eq("certificate"))
  end

  def entries_hash(docket)
    JustSeal::Store.db[:ledger_entries].where(docket: docket, kind: "party.acted").get(:hash)
  end

  it "is the next version of that record when it is made again" do
    again = described_class.call(staff(:maren), number: circulation.number)
    expect([again.record_id, again.number]).to eq([sheet.record_id, sheet.number + 1])
  end

  it "is bundled with all that proves it" do
    report = check(bundled)
    expect([report.verdict, report.findings]).to eq([:intact, []])
    expect(report.docket).to eq(circulation.number)
    names = package.read(bundled).files.keys
    expect(names).to include("certificate.pdf", "circulation.json", "ledger.jsonl", "people.jsonl", "checkpoint.json")
    expect(names.grep(%r{\Aoriginals/})).to eq(["originals/1 Procedure 14.pdf"])
  end

  it "tells what was altered in it, by whomever" do
    changes = {
      "circulation.json" => [
        ->(text) { text.sub('"standing": "invited"', '"standing": "done"') },
        [[:account_differs, "circulation.json"]]
      ],
      "people.jsonl" => [
        ->(text) { text.lines.reject { |line| line.include?('"kind":"party.acted"') }.join },
        nil
      ]
    }
    changes.each do |name, (change, expected)|
      found = codes(resigned(bundled) { |files| files[name] = change.call(files[name].dup.force_encoding("UTF-8")) })
      expect(found).to include(*(expected || [[:person_differs, circulation.recipients.first.docket.number]]))
    end
    expect(codes(resigned(bundled) { |files| files["more.txt"] = "x" })).to eq([[:file_strange, "more.txt"]])
  end

  it "tells another original, and one that is lacking" do
    name = "originals/1 Procedure 14.pdf"
    swapped = codes(resigned(bundled) { |files| files[name] = files["certificate.pdf"] })
    expect(swapped).to include([:other_original, name])
    expect(codes(resigned(bundled) { |files| files.delete(name) }).map(&:first)).to eq([:member_missing])
    strange = codes(resigned(bundled) { |files| files["documents/1.pdf"] = files[name] })
    expect(strange).to include([:file_strange, "documents/1.pdf"])
  end

  it "is checked by ordinary tools as its own guide says" do
    Dir.mktmpdir do |folder|
      path = File.join(folder, "evidence.asice")
      File.binwrite(path, bundled)
      Open3.capture2e("unzip", "-q", path, "-d", File.join(folder, "here"))
      guide = File.read(File.join(folder, "here", "HOW-TO-CHECK.txt"))
      said = guide.lines.grep(/\A\$ /).map do |line|
        Open3.capture2e("bash", "-c", line.delete_prefix("$ "), chdir: File.join(folder, "here")).first
      end.join
      expect(said).to include("files: OK", "chain: OK", "people: OK, 2 acts", "inclusion: OK", "Verification: OK")
      expect(said).not_to include("BROKEN")
    end
  end

  it "is read by a program in another language, which finds an act of which no entry tells" do
    expect(read_elsewhere(bundled)).to match([/\nholds\n\z/, true])
    forged = resigned(bundled) do |files|
      account = JSON.parse(files["circulation.json"])
      account["people"].find { |one| one["acted"] }["entry"] = "0" * 64
      files["circulation.json"] = JSON.generate(account)
    end
    expect(read_elsewhere(forged)).to match([/no entry tells of the act/, false])
  end

  it "is not made before anybody was asked, nor handed out before it was made" do
    draft = draft_circulation({ "lines" => "joss@ravensholm.example" })
    expect { described_class.call(staff(:maren), number: draft.number) }.to raise_error(JustSeal::Errors::Invalid)
    expect do
      JustSeal::Operations::ExportCirculation.call(staff(:maren), number: draft.number)
    end.to raise_reason(JustSeal::Errors::Conflict, :not_certified, number: draft.number)
  end
end
