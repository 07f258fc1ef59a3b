# frozen_string_literal: true

RSpec.describe JustSeal::Operations::KeepAlgorithm do
  errors = JustSeal::Errors
  digest = "digest/SHA256/0"

  after do
    JustSeal::Store::OfficeChoices.set("algorithms", nil)
    office.refresh
    JustSeal::Operations::CountHealth.call
  end

  def change(id, ends, **options)
    described_class.call(staff(:edda), id: id, ends: ends, source: "Notice of the supervisor", **options)
  end

  def sealed
    docket = shared_docket
    JustSeal::Store::Version.where(docket_number: docket.number, kind: "sealed").order(:id).last
  end

  def checked(at)
    JustSeal::Core::Pdf::Check.call(office.blobs.get(sealed.sha256), **office.accepted, at: at)
  end

  it "changes an end with who, why, and what it was, for every process" do
    ends = Time.utc(2039, 1, 1)
    change(digest, ends)
    expect(office.register.line(digest)).to have_attributes(ends: ends, source: "Notice of the supervisor")
    expect(office.register.digest_ends("SHA384")).to eq(JustSeal::Core::Trust::Register::ALWAYS)
    expect(entries_of("algorithms").last).to include(
      "kind" => "algorithm.changed",
      "facts" => {
        "algorithm" => digest,
        "before" => "-",
        "after" => "2039-01-01T00:00:00.000000Z",
        "source" => "Notice of the supervisor"
      }
    )
  end

  it "asks for a source, a known algorithm, and the end that was seen, and leaves it to those who answer for rules" do
    expect { described_class.call(staff(:edda), id: digest, ends: nil, source: " ") }.to raise_error(errors::Invalid)
    expect { change("digest/MD5/0", nil) }.to raise_error(errors::Missing)
    expect { change(digest, nil, seen: Time.utc(2030)) }.to raise_error(errors::Conflict)
    expect { described_class.call(staff(:joss), id: digest, ends: nil, source: "I") }.to raise_error(errors::Forbidden)
  end

  it "decides what is proved on a day, and what is due to be renewed" do
    version = sealed
    health = JustSeal::Store::SealHealth[version.id]
    expect(checked(Time.now).verdict).to eq(:intact)
    before = health.due_at
    soon = Time.now.utc + (400 * 86_400)
    change(digest, soon)
    work_jobs
    expect(checked(soon - 60).verdict).to eq(:intact)
    late = checked(soon + 60)
    expect([late.verdict, late.findings.map(&:code).uniq]).to eq([:undetermined, [:algorithm_ended]])
    expect(health.refresh.due_at).to be <= Time.now
    expect(health.rests_on.map { |part| part["weak"] }.uniq).to eq([true])
    change(digest, nil)
    work_jobs
    expect(health.refresh.due_at).to be_within(1).of(before)
  end

  def root = JustSeal::Core::Trust::Register.root_id(office.roots.first)

  def change_root(from, ends, **options)
    described_class.new.root(staff(:edda), id: root, from: from, ends: ends, source: "Trusted list", **options)
  end

  it "accepts a root for what was signed between its days, also when they are past" do
    sealed
    day = 86_400
    change_root(Time.now.utc - (30 * day), Time.now.utc + day)
    expect(checked(Time.now).verdict).to eq(:intact)
    expect(checked(Time.now + (40 * day)).verdict).not_to eq(:altered)
    change_root(nil, Time.now.utc - (30 * day))
    late = checked(Time.now)
    expect(late.verdict).to eq(:untrusted)
    expect(entries_of("algorithms").last).to include("kind" => "root.changed")
    expect { change_root(Time.utc(2030), Time.utc(2029)) }.to raise_error(errors::Invalid)
    expect { change_root(nil, nil, seen: Time.utc(2031)) }.to raise_error(errors::Conflict)
    change_root(nil, nil)
    expect(checked(Time.now).verdict).to eq(:intact)
  end

  it "keeps the roots of the settings, and ends one that is taken out, which goes on vouching for what was before" do
    described_class.new.keep_roots
    expect([office.register.keeps?(root), described_class.new.keep_roots]).to eq([true, 0])
    allow(office).to receive(:set_roots).and_return([])
    expect(office.roots.map(&:to_der)).to include(*office.register.certificates.map(&:to_der))
    expect(checked(Time.now).verdict).to eq(:intact)
    expect(described_class.new.keep_roots).to eq(1)
    expect(office.register.root(root)).to have_attributes(till: be_within(60).of(Time.now), source: "JUST_SEAL_ROOTS")
    expect(entries_of("algorithms").last(2).map { |one| one["kind"] }).to eq(%w[root.kept root.changed])
    expect([checked(Time.now - 60).verdict, checked(Time.now + 60).verdict]).to eq(%i[intact undetermined])
  end

  it "believes an authority beneath a root until the day on which it was lost" do
    version = sealed
    stamp = JustSeal::Core::Pdf::Seal.newest_stamp(office.blobs.get(version.sha256))[:certificates].first
    id = JustSeal::Core::Trust::Register.root_id(stamp)
    lost = Time.now.utc + 86_400
    health = JustSeal::Store::SealHealth[version.id]
    before_names = health.rests_on.map { |part| part.to_h.except("certificate", "root") }
    health.update(rests_on: Sequel.pg_jsonb(before_names))
    described_class.new.root(staff(:edda), id: id, from: nil, ends: lost, source: "The authority")
    work_jobs
    expect([checked(lost - 60).verdict, checked(lost + 60).verdict]).to eq(%i[intact undetermined])
    expect(health.refresh.due_at).to be <= Time.now
    expect(health.rests_on.map { |part| part["certificate"] }).to include(id)
  end

  it "has renewed in time what rests on a root that ends" do
    health = JustSeal::Store::SealHealth[sealed.id]
    ends = Time.now.utc + (800 * 86_400)
    change_root(nil, ends)
    work_jobs
    expect(health.refresh.due_at).to be <= Time.now
    expect(health.rests_on.map { |part| part["root"] }.uniq).to eq([root])
    change_root(nil, nil)
    work_jobs
    expect(health.refresh.due_at).to be > ends
  end

  it "leaves proved what was renewed by another digest before" do
    docket = signed_docket
    version = JustSeal::Store::Version.where(docket_number: docket.number, kind: "sealed").order(:id).last
    stamps = office.time_stamps
    office.time_stamps = JustSeal::Ports::HttpTimeStamps.new(
      office.settings.time_stamp_url,
      roots: office.roots,
      imprint: -> { "SHA512" }
    )
    renewed = office.blobs.get(JustSeal::Operations::RenewSeal.call(version.id).sha256)
    stamp = JustSeal::Core::Pdf::Signing.open(renewed).signatures.max_by { |one| one[:ByteRange].to_a.last(2).sum }
    token = OpenSSL::Timestamp::TokenInfo.new(JustSeal::Core::Trust::Cms.read(stamp.contents).content)
    expect(token.algorithm.upcase).to eq("SHA512")
    expect(JustSeal::Core::Pdf::Check.call(renewed, **office.accepted, at: Time.now).verdict).to eq(:intact)
  ensure
    office.time_stamps = stamps
  end

  it "signs by what lasts from the day on when the end of the other is known, and makes new keys so" do
    soon = Time.now.utc + (700 * 86_400)
    expect([office.signature_digest, office.keys[:seal].digest, office.key_kind]).to eq(%w[sha256 sha256 rsa-3072])
    change(digest, soon)
    change("key/RSA/3000", soon)
    expect([office.signature_digest, office.keys[:seal].digest, office.key_kind]).to eq(%w[sha512 sha512 ec-p256])
    docket = signed_docket
    version = JustSeal::Store::Version.where(docket_number: docket.number, kind: "sealed").order(:id).last
    signatures = JustSeal::Core::Pdf::Signing.open(office.blobs.get(version.sha256)).signatures.to_a
    signed = signatures.reject { |one| one[:Type] == :DocTimeStamp }
    digests = signed.map { |one| JustSeal::Core::Trust::Cms.read(one.contents).digest_algorithm }
    expect(digests.tally).to eq("SHA512" => 3)
    expect(JustSeal::Queries::OfficeCondition.new(office: office, now: Time.now).endings.first(2).map(&:ends_at))
      .to all(be_within(1).of(soon))
    change("key/RSA/3000", nil)
  end

  it "lets nothing be sealed by what is no proof any more" do
    docket = sent_docket
    change("key/RSA/3000", Time.now.utc - 60)
    expect { %w[A B].each { |letter| sign(docket, letter) } }
      .to raise_error(errors::Unavailable) { |e| expect(e.reason).to eq(:seal_not_proved) }
    expect(docket.refresh.state).to eq("out")
    change("key/RSA/3000", nil)
    work_jobs(at: Time.now + 86_400)
    expect(docket.refresh.state).to eq("sealed")
  end
end
