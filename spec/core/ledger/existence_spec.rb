# frozen_string_literal: true

RSpec.describe JustSeal::Core::Ledger::Existence do
  ledger = JustSeal::Core::Ledger
  day = 86_400

  # Checkpoints over a ledger of its own, at any time.
  book = Class.new do
    # +stamps+: callable for a Time, which gives what stamps by +imprint+.
    define_method(:initialize) do |stamps, imprint = "SHA256"|
      @stamps = stamps
      @imprint = imprint
      @texts = []
      @points = []
    end

    # The newest checkpoint was never taken.
    define_method(:forget) do
      @points.pop
      @texts.pop
      @told = @texts.reverse.find { |text| text.include?(ledger::Point::KIND) }
    end

    define_method(:enter) do |facts, kind = "spec.done"|
      @texts << ledger::Canonical.dump("facts" => facts, "kind" => kind, "seq" => @texts.size)
      @texts.last
    end

    # Tells of the one before, and covers all with +about+ among it.
    define_method(:cover) do |at, *about, digest: "SHA256"|
      told = @told
      tree = ledger::Merkle.by(digest)
      body = ledger::Point.body(
        number: @points.size + 1,
        office: "Ravensholm Harbour Trust",
        tree: tree,
        size: @texts.size,
        root: growth(tree).first.root.unpack1("H*"),
        at: at
      )
      token = @stamps.call(at).call(OpenSSL::Digest.digest(@imprint, body))
      @points << {
        "body" => body,
        "token" => [token].pack("m0"),
        "proofs" => [*told, *about].map { |text| proof(tree, text) }
      }
      @told = enter(ledger::Point.facts(number: @points.size, body: body, token: token), ledger::Point::KIND)
    end

    define_method(:growth) do |tree|
      known = {}
      growth = ledger::Merkle::Growth.new(0, nil, tree)
      @texts.each_with_index do |text, index|
        leaf = known[[0, index]] = tree.leaf(tree.entry(text))
        growth.push(leaf) { |level, place, hash| known[[level, place]] = hash }
      end
      [growth, ->(level, index) { known.fetch([level, index]) }]
    end

    define_method(:proof) do |tree, text|
      index = @texts.index(text)
      path = tree.inclusion(index, @texts.size, growth(tree).last).map { |hash| hash.unpack1("H*") }
      { "entry" => text, "index" => index, "path" => path }
    end

    define_method(:json) { JSON.generate("v" => 1, "what" => "existence", "points" => @points) }
  end

  let(:begun) { Time.utc(2027, 3, 1) }
  let(:bytes) { "what was kept".b }
  let(:name) { OpenSSL::Digest::SHA256.hexdigest(bytes) }
  let(:written) do
    book.new(->(at) { stamps(clock: -> { at }) })
  end

  def register(**ends)
    changes = ends.to_h { |name, at| ["digest/#{name}/0", { "ends" => at.iso8601, "source" => "spec" }] }
    JustSeal::Core::Trust::Register.new(changes)
  end

  def check(book, at:, bytes: self.bytes, register: JustSeal::Core::Trust::Register.usual)
    described_class.call(book.json, bytes, roots: roots, at: at, register: register)
  end

  it "proves bytes and entries from the first checkpoint over them on" do
    entry = written.enter("sha256" => name)
    written.cover(begun, entry)
    expect(check(written, at: begun + day)).to have_attributes(valid?: true, since: begun)
    expect(check(written, at: begun + day, bytes: entry)).to have_attributes(valid?: true, since: begun)
    expect(check(written, at: begun + day, bytes: "others").reason).to eq(:not_named)
    expect(check(written, at: begun + (20 * 365 * day)).reason).to eq(:proof_ended)
  end

  it "proves nothing where a checkpoint is not covered by the next one, or an entry is in no tree" do
    entry = written.enter("sha256" => name)
    written.cover(begun, entry)
    written.cover(begun + (300 * day))
    expect(check(written, at: begun + (400 * day))).to have_attributes(valid?: true, since: begun)
    others = JSON.parse(written.json)
    others["points"][1]["proofs"] = []
    expect(described_class.call(JSON.generate(others), bytes, roots: roots, at: begun + day).reason).to eq(:not_told)
    changed = JSON.parse(written.json)
    changed["points"][0]["proofs"][0]["entry"] = entry.sub("spec.done", "spec.gone")
    expect(described_class.call(JSON.generate(changed), bytes, roots: roots, at: begun + day).reason)
      .to eq(:not_included)
    expect(described_class.call("{}", bytes, roots: roots, at: begun).reason).to eq(:malformed)
    expect(described_class.call('{"points":[1]}', bytes, roots: roots, at: begun).reason).to eq(:malformed)
  end

  describe "when a digest ends" do
    let(:ended) { Time.utc(2029, 1, 1) }
    let(:after) { Time.utc(2029, 6, 1) }
    # Its tokens go by another digest all along.
    let(:lasting) do
      Authorities.once(:lasting) do
        terms = JustSeal::Standins::Authority::USUAL.with(digest: "SHA512")
        JustSeal::Standins::Authority.new(Dir.mktmpdir("lasting"), address: "http://127.0.0.1:9", terms: terms).prepare
      end
    end
    let(:written) { book.new(->(at) { stamps(lasting, clock: -> { at }, imprint: "SHA512") }, "SHA512") }
    let!(:entry) { written.enter("sha256" => name) }
    let!(:told) { written.cover(begun, entry) }

    def digested
      pairs = [[name, OpenSSL::Digest::SHA512.hexdigest(bytes)]]
      written.enter({ "digest" => "SHA512", "contents" => pairs }, described_class::DIGESTED)
    end

    def reason_at(time, about = bytes)
      known = register(SHA256: ended)
      roots = [lasting.root.certificate]
      described_class.call(written.json, about, roots: roots, at: time, register: known).reason
    end

    it "holds on where a tree by another covers all once more, with what the bytes are called by it" do
      pairs = digested
      written.cover(ended - day, entry, told, pairs, digest: "SHA512")
      expect([reason_at(ended - 60), reason_at(after)]).to eq(%i[valid valid])
      expect(reason_at(after, entry)).to eq(:valid), "an entry is named by trees alone"
    end

    it "is lost where one of these is missing, or came too late" do
      expect([reason_at(ended - 60), reason_at(after)]).to eq(%i[valid digest_ended])
      pairs = digested
      [entry, pairs].each do |alone|
        written.cover(ended - day, alone, digest: "SHA512")
        expect(reason_at(after)).to eq(:digest_ended)
        written.forget
      end
      written.cover(ended + day, entry, pairs, digest: "SHA512")
      expect(reason_at(after)).to eq(:digest_ended)
    end
  end

  it "knows when an authority is no longer believed, and what another had covered before" do
    entry = written.enter("sha256" => name)
    written.cover(begun, entry)
    id = JustSeal::Core::Trust::Register.root_id(authority.stamps.certificate)
    lost = { id => { "ends" => (begun + (2 * day)).iso8601, "source" => "spec" } }
    limited = JustSeal::Core::Trust::Register.new(lost)
    expect(check(written, at: begun + day, register: limited).reason).to eq(:valid)
    expect(check(written, at: begun + (3 * day), register: limited).reason).to eq(:proof_ended)
  end
end
