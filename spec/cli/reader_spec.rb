# frozen_string_literal: true

RSpec.describe "The reader in another language" do
  include Readers

  package = JustSeal::Core::Bundle::Package
  bundle = File.binread(File.join(JustSeal::ROOT, "docs", "examples", "evidence.asice"))
  content = package.read(bundle)

  # The example with other files, and a manifest that lists them as they are.
  remade = lambda do |&change|
    files = content.files.transform_values(&:dup).tap(&change)
    signed = { package::MANIFEST => package.manifest(files), package::SIGNATURE => content.signature }
    package.zip(files.merge(signed), Time.now)
  end
  chain = content.files.fetch("ledger.jsonl").dup.force_encoding("UTF-8").lines

  def faults(bytes)
    said, holds = read_elsewhere(bytes)
    expect(holds).to be(false)
    said
  end

  it "finds whole what is whole: container, chain, tree and account" do
    office = "Ravensholm Harbour Trust"
    expect(read_elsewhere(bundle)).to eq(["FILE: 24 of 24 entries are in checkpoint 9 of #{office}\nholds\n", true])
    expect(read_elsewhere(remade.call { nil }).last).to be(true)
    expect(read_elsewhere(chain.join)).to eq(["RH-2026-00001: #{chain.size} entries\nholds\n", true])
  end

  it "reads what docs/formats.md describes to the last key" do
    described = File.read(File.join(JustSeal::ROOT, "docs", "formats.md")).scan(/`([^`]+)`/).flatten
    account = JSON.parse(content.files.fetch("docket.json"))
    parts = [account, *account.values_at("documents", "parties", "enclosures").flatten, account["ledger"]]
    entries = chain.map { |line| JSON.parse(line) }
    point = JSON.parse(content.files.fetch("checkpoint.json"))
    parts += [*entries, *entries.map { |one| one["actor"] }, *entries.flat_map { |one| one["rows"].to_a }, point]
    rulebook = JSON.parse(content.files.fetch("rulebook.json")).except("rules")
    parts += [JSON.parse(point["body"]), *point["proofs"], rulebook]
    expect(parts.flat_map(&:keys).uniq - described).to eq([])
  end

  it "is as long as its description promises, and needs nothing but Python" do
    lines = File.readlines(Readers::READER)
    expect(lines.size).to be < 132
    imports = lines.grep(/\A(?:import|from)/).join
    expect(imports.scan(/\w+/) - %w[import from as]).to match_array(
      %w[base64 io json re sys urllib parse xml etree ElementTree xml zipfile hashlib new sha256]
    )
  end

  it "finds an entry that was changed, taken out, put in, exchanged, or written in another form" do
    changed = chain.dup.tap { |lines| lines[3] = lines[3].sub("2026-11-08", "2027-11-08") }
    expect(faults(changed.join)).to include("RH-2026-00001 5: does not follow the entry before")
    expect(faults((chain.first(4) + chain.drop(5)).join)).to include("RH-2026-00001 6: an entry is missing before it")
    expect(faults((chain.first(4) + [chain[3]] + chain.drop(4)).join)).to include("does not follow")
    expect(faults((chain.first(4) + [chain[5], chain[4]] + chain.drop(6)).join)).to include("missing before it")
    spaced = chain.first(chain.size - 1) + [chain.last.sub('"kind":', '"kind": ')]
    expect(faults(spaced.join)).to include("#{chain.size}: not in canonical form")
    twice = chain.first(chain.size - 1) + [chain.last.sub(',"v":1', ',"v":2,"v":1')]
    expect(faults(twice.join)).to include("not in canonical form")
  end

  it "finds a file that is not what the manifest lists, and one that it does not list" do
    kept = content.files.merge("certificate.pdf" => "another", "more.txt" => "More")
    signed = { package::MANIFEST => content.manifest, package::SIGNATURE => content.signature }
    said = faults(package.zip(kept.merge(signed), Time.now))
    expect(said).to include("certificate.pdf: is not what", "more.txt: is not what", "certificate.pdf: the chain does")
  end

  it "finds a last entry that is in no checkpoint, and a tree that is another" do
    last = chain.last.sub('"facts":{', '"facts":{"a":1,')
    forged = remade.call { |files| files["ledger.jsonl"] = [*chain[..-2], last].join }
    expect(faults(forged)).to include("entry #{chain.size} is not in its tree")
    grown = remade.call { |files| change_point(files) { |point| point["body"].sub!('"size":258', '"size":259') } }
    expect(faults(grown)).to include("checkpoint.tst: stamps something else")
    moved = remade.call { |files| change_point(files) { |point| point["proofs"][2]["index"] += 1 } }
    expect(faults(moved)).to include("entry 3 is not in its tree")
    short = remade.call { |files| change_point(files) { |point| point["proofs"][2]["path"].pop } }
    expect(faults(short)).to include("entry 3 is not in its tree")
    less = remade.call { |files| change_point(files) { |point| point["proofs"].delete_at(2) } }
    expect(faults(less)).to include("entry 3 has no proof")
  end

  def change_point(files)
    point = JSON.parse(files.fetch("checkpoint.json"))
    yield point
    files["checkpoint.json"] = JSON.generate(point)
    files["checkpoint-body.json"] = point["body"]
  end

  it "finds a document of which the chain does not tell, and an account of another chain" do
    other = remade.call { |files| files["documents/1 Another.pdf"] = "%PDF-1.7" }
    expect(faults(other)).to include("documents/1 Another.pdf: the chain does not tell of it")
    account = JSON.parse(content.files.fetch("docket.json"))
    account["ledger"]["last_hash"] = "0" * 64
    told = remade.call { |files| files["docket.json"] = JSON.generate(account) }
    expect(faults(told)).to include("docket.json: tells of another chain")
  end

  it "says of what it can't read that it can't" do
    lacking = remade.call { |files| files.delete("checkpoint.tst") }
    ["PK nothing", "no chain\n", "{}\n", bundle.byteslice(0, 5000), lacking].each do |bytes|
      expect(faults(bytes)).to include("can't be read, or lacks something")
    end
  end
end
