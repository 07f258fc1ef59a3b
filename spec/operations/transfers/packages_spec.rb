# frozen_string_literal: true

require "open3"

RSpec.describe "Transfer packages" do
  include Transferred
  include FreshOffices
  include Readers

  bag = JustSeal::Core::Transfer::Bag

  before { open_office }
  after { close_office }

  # A record with a sealed docket, in its package.
  def sealed_package
    @sealed_package ||= begin
      code = archive_class(title: "Berth licences, kept")
      record = kept_record(code, { "ends_on" => "2030-05-01" }, title: "Licence: MV Sanderling/2")
      @docket = signed_docket(record: record)
      days_later
      one = packed(transfer(code))
      @record = record.refresh
      @transfer = one
      package(one, record)
    end
  end

  def taken(bytes, who = staff(:maren)) = JustSeal::Operations::TakePackage.call(who, bytes: bytes)

  # The package with +files+ beneath data/ changed, in a bag that is whole all the same.
  def repacked(files)
    content = JustSeal::Core::Transfer::Bag.read(sealed_package)
    all = content.files.merge(files).compact
    JustSeal::Core::Transfer::Bag.write(content.name, all, info: {}, at: office.now)
  end

  # The account of the package with +changes+, as it is read; nil where it is not taken.
  def account_with(changes)
    files = JustSeal::Core::Transfer::Bag.read(sealed_package).files
    told = JSON.generate(JSON.parse(files["record.json"]).merge(changes))
    JustSeal::Core::Transfer::Package.account(files.merge("record.json" => told))
  end

  def codes(bytes) = judged(bytes).findings.map(&:code)

  it "are bags as another maker's tool judges them, and as plain sha256sum does" do
    unpacked(sealed_package) do |folder|
      judge = BagIt::Bag.new(folder)
      expect(judge).to be_valid
      expect(judge.bag_info).to include(
        "External-Identifier" => @record.number,
        "Bag-Group-Identifier" => @transfer.number
      )
      %w[sha256 sha512].each do |algorithm|
        expect(Open3.capture2e("#{algorithm}sum", "--check", "--quiet", "manifest-#{algorithm}.txt", chdir: folder))
          .to match(["", be_success])
      end
      File.write(File.join(folder, "data", "record.json"), "{}")
      expect(BagIt::Bag.new(folder)).not_to be_valid
    end
  end

  it "describe themselves in METS and PREMIS, as their schemas want it" do
    files = bag.read(sealed_package).files
    expect(mets_errors(files["mets.xml"])).to eq([])
    expect(premis_errors(files["premis.xml"])).to eq([])
    expect(mets_errors(files["mets.xml"].sub("fileSec", "fileSect"))).not_to eq([])
    premis = Nokogiri::XML(files["premis.xml"]).remove_namespaces!
    kinds = entries_of(@record.number).map { |entry| entry["kind"] }
    told = premis.xpath("//eventDetail").map { |detail| JSON.parse(detail.text)["kind"] }
    expect(told).to include(*kinds, "docket.sealed")
    expect(premis.xpath("//agentName").map(&:text)).to include("Maren Test", "Ines Halloran", "Just Seal")
    expect(premis.xpath("//significantPropertiesValue").map(&:text)).to include(
      "Licence: MV Sanderling/2",
      "2030-05-01"
    )
    expect(premis.xpath("//otherRightsBasis").map(&:text)).to eq(["Order 9"])
    digests = premis.xpath("//messageDigest").map(&:text)
    expect(digests).to include(
      *files.except("mets.xml", "premis.xml").values.map do |one|
        Digest::SHA256.hexdigest(one)
      end
    )
  end

  it "hold every version, and the bundle of every docket" do
    files = bag.read(sealed_package).files
    kept = @record.versions.map(&:sha256)
    there = files.select { |path, _| path.start_with?("files/") }.values.map { |one| Digest::SHA256.hexdigest(one) }
    expect(there).to match_array(kept)
    bundle = files.fetch("dockets/#{@docket.number}.asice")
    expect(JustSeal::Core::Bundle::Check.call(bundle, **office.accepted, at: office.now).verdict).to eq(:intact)
    expect(judged(sealed_package)).to have_attributes(
      verdict: :intact,
      signer: "Ravensholm Harbour Trust, seal",
      findings: []
    )
  end

  it "are found out where anything in them is something else" do
    sealed = bag.read(sealed_package).files
    sealed_path = sealed.keys.grep(%r{\Afiles/\d+ .*sealed}).first
    docket = "dockets/#{@docket.number}.asice"
    account = sealed["record.json"]
    expect(codes(repacked("record.json" => account.sub("Sanderling", "Sandpiper")))).to include(:account_differs)
    expect(codes(repacked(sealed_path => pdf("Another")))).to include(:other_document, :document_untrusted)
    expect(codes(repacked(docket => nil))).to include(:file_missing)
    expect(codes(repacked("files/9 more.pdf" => pdf))).to include(:file_strange, :account_differs)
    expect(codes(repacked("evidence.asice" => sealed[docket]))).to include(:account_differs)
    flipped = sealed_package.dup.tap { |bytes| bytes.setbyte(200, bytes.getbyte(200) ^ 1) }
    expect(judged(flipped).verdict).not_to eq(:intact)
    expect(judged("PK".b + ("x" * 90)).verdict).to eq(:unreadable)
    expect(judged(pdf).verdict).to eq(:unreadable)
  end

  it "are found out where a manifest, or the bag, says something else than is there" do
    content = bag.read(sealed_package)
    forge = lambda { |tags|
      bag.zip(
        content.name,
        {
        **content.tags,
        **tags,
        **content.files.transform_keys do |one|
          "data/#{one}"
        end
        }.compact,
        office.now
      )
    }
    expect(judged(forge.call({})).verdict).to eq(:intact)
    changed = content.tags["manifest-sha256.txt"].sub(/\h{64}/, "0" * 64)
    expect(codes(forge.call("manifest-sha256.txt" => changed))).to include(:file_changed)
    expect(codes(forge.call("manifest-sha256.txt" => nil, "manifest-sha512.txt" => nil))).to include(:file_missing)
    expect(codes(forge.call("bagit.txt" => "BagIt-Version: 0.9\n"))).to eq([:no_bundle])
    expect(codes(forge.call("notes.txt" => "More."))).to include(:file_added)
  end

  it "are described to the last key, and read without us" do
    described = File.read(File.join(JustSeal::ROOT, "docs", "formats.md")).scan(/`([^`]+)`/).flatten
    files = bag.read(sealed_package).files
    account = JSON.parse(files["record.json"])
    parts = [account, account["class"], account["case_file"], *account["versions"]]
    expect(parts.flat_map(&:keys).uniq - described).to eq([])
    files.select { |path, _| path.end_with?(".asice") }.each_value do |bytes|
      expect(read_elsewhere(bytes)).to match([/entries are in checkpoint/, true])
    end
  end

  it "come back into the office that let the record go, once, and say whence" do
    received([sealed_package, @transfer].last, "#{@record.number},coast:1")
    bytes = sealed_package
    let_go(@transfer)
    again = taken(bytes)
    expect(again.number).not_to eq(@record.number)
    expect(again).to have_attributes(title: "Licence: MV Sanderling/2", case_file_id: @record.case_file_id)
    expect(again.particulars.to_h).to eq("ends_on" => "2030-05-01")
    expect(again.versions.map { |one| [one.kind, one.sha256] }).to eq(
      @record.versions.map { |one|
        [one.kind, one.sha256]
      }
    )
    row = JustSeal::Store::TakenPackage[again.id]
    expect(row).to have_attributes(former_number: @record.number, verdict: "intact", office: office.name)
    expect(office.blobs.get(row.package_sha256)).to eq(bytes)
    expect(JustSeal::Store::SealHealth.where(version_id: again.versions.map(&:id)).count).to be_positive
    expect { taken(bytes) }.to raise_error(JustSeal::Errors::Invalid) { |e|
      expect(e.problems["file"].reason).to eq(:package_taken)
    }
    expect { taken(repacked("record.json" => "{}")) }.to raise_error(JustSeal::Errors::Invalid)
    expect(account_with("class" => { "code" => "X", "title" => "Y", "particulars" => [1] })).to be_nil
    expect(account_with({})).to include("number" => @record.number)
    ["[]", "{}", %({"v":1,"what":"record","versions":[]}), "no JSON"].each do |text|
      expect(JustSeal::Core::Transfer::Package.account("record.json" => text)).to be_nil
    end
    expect { taken(bytes, staff(:rosalind)) }.to raise_error(JustSeal::Errors::Forbidden)
  end

  it "go into an empty office, by the command line, and prove there what they proved" do
    Dir.mktmpdir do |folder|
      bytes = sealed_package
      expect(just_seal(ENV.to_h, "hand-over", @transfer.number, "--out", folder).last).to eq(0)
      path = Dir[File.join(folder, "*.zip")].first
      expect(File.binread(path)).to eq(bytes)
      root = File.join(folder, "root.pem")
      File.write(root, office.roots.map(&:to_pem).join)
      fresh_office(free_port) do |env|
        just_seal(env, "migrate")
        office = ["Archive of the Coast", "AC", "Europe/Oslo", "stacks@coast.example"]
        named = ["--person", "Pia Lind", "--email", "pia@coast.example", "--unit", "Stacks"]
        just_seal(env, "setup", "--here", *named, typed: [*office, *["a password for the stacks"] * 2, *["000000"] * 3])
        take = ["take-packages", path, "--as", "pia@coast.example"]
        expect(just_seal(env, *take)).to match([include("#{@record.record_class.code}-"), 0])
        expect(just_seal(env, "check-bundle", path, "--trust", root).last).to eq(0)
        expect(just_seal(env, "audit-ledger", "--json").first).to include('"intact"')
        expect(just_seal(env, *take).last).to eq(1)
      end
    end
  end
end
