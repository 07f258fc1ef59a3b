# frozen_string_literal: true

# What is proved at which time: ETSI EN 319 102-1, from the outermost time-stamp inwards.
RSpec.describe "What is proved at which time" do
  include Notaries

  let(:then_at) { Time.utc(2026, 3, 2, 9) }
  let(:day) { 86_400 }
  let(:year) { 365 * day }

  # The certificates on which every document here rests.
  let(:usual) do
    [signer("seal"), signer("witness"), authority.stamps, authority.issuing].map(&:certificate)
  end

  def stamper(name, **options) = issued(name, extended: "timeStamping", usage: "digitalSignature", **options)

  def judged(bytes, at: then_at + year)
    report = JustSeal::Core::Pdf::Check.call(bytes, roots: roots, at: at)
    [report.verdict, report.findings.map(&:code).uniq]
  end

  it "finds all proved, then and years later" do
    sealed = document_at(sent: then_at)
    expect(judged(sealed, at: then_at + day)).to eq([:intact, []])
    expect(judged(sealed, at: then_at + (5 * year))).to eq([:intact, []])
  end

  it "finds that a proof has ended with the certificate of its time-stamp, and that a renewal in time keeps it" do
    sealed = document_at(sent: then_at)
    end_of_stamps = authority.stamps.certificate.not_after
    expect(judged(sealed, at: end_of_stamps + day)).to eq([:undetermined, [:proof_ended]])
    later = stamper("Later Time-stamps", from: end_of_stamps - year)
    renewed = renewed_at(end_of_stamps - day, sealed, by: later)
    stale = judged(renewed, at: end_of_stamps + day).last
    expect(stale).to eq(%i[proof_ended status_missing]) # of the new authority nothing is known yet
    renewed = renewed_at(end_of_stamps - (day / 2), renewed, by: later)
    expect(judged(renewed, at: end_of_stamps + day)).to eq([:intact, []])
    late = renewed_at(end_of_stamps + day, renewed_at(end_of_stamps + (day / 2), sealed, by: later), by: later)
    expect(judged(late, at: end_of_stamps + (2 * day))).to match([:undetermined, include(:proof_ended)])
  end

  it "finds a time-stamp that is older than what it covers" do
    older = document_at(sent: then_at, stamped: then_at - year)
    expect(judged(older)).to match([:undetermined, include(:times_out_of_order)])
    act = document_at(sent: then_at, stamps: { acted: stamps_at(then_at - day) })
    expect(judged(act)).to match([:undetermined, include(:times_out_of_order)])
    renewed = renewed_at(then_at, document_at(sent: then_at), asked: then_at + (60 * 60))
    expect(judged(renewed)).to match([:undetermined, include(:times_out_of_order)])
  end

  it "finds a time-stamp that is later than the time for which it is asked" do
    expect(judged(document_at(sent: then_at), at: then_at - day))
      .to match([:undetermined, include(:times_out_of_order)])
  end

  it "finds a key that was revoked before it signed, though an older answer called it good" do
    witness = issued("Ravensholm Harbour Trust, witness")
    certificates = [*usual, witness.certificate]
    early = material_at(then_at - 60, certificates)
    stale = document_at(sent: then_at, witness: witness, material: early)
    expect(judged(stale)).to match([:undetermined, include(:status_stale)])
    revoked = { witness.certificate.serial.to_i => then_at - day }
    expect(judged(document_at(sent: then_at, witness: witness, revoked: revoked))).to eq([:untrusted, [:revoked]])
    later = material_at(then_at + 120, certificates, revoked: revoked)
    both = document_at(sent: then_at, witness: witness, material: later.and([], early.ocsps, []))
    expect(judged(both)).to match([:untrusted, include(:revoked)])
  end

  it "lets a signature stand that is proved to be older than the end of its key" do
    witness = issued("Ravensholm Harbour Trust, witness")
    revoked = { witness.certificate.serial.to_i => then_at + day }
    later = document_at(sent: then_at, witness: witness, asked: then_at + (2 * day), revoked: revoked)
    expect(judged(later)).to eq([:intact, [:revoked_later]])
  end

  it "finds that no proof is there of a certificate that it was not revoked" do
    empty = JustSeal::Core::Pdf::Seal::Material.new(certificates: usual.map(&:to_der), ocsps: [], crls: [])
    expect(judged(document_at(sent: then_at, material: empty))).to eq([:undetermined, [:status_missing]])
  end

  it "believes no answer that a stranger or another certificate of the same authority gave" do
    forger = issued("Forged answers")
    forged = JustSeal::Core::Pdf::Seal::Material.new(
      certificates: [authority.issuing.certificate, forger.certificate].map(&:to_der),
      ocsps: usual.map { |one| answer_at(then_at + 120, one, by: forger) },
      crls: [authority.revocation_list(then_at + 120, authority.root).to_der]
    )
    expect(judged(document_at(sent: then_at, material: forged))).to eq([:undetermined, [:status_missing]])
  end

  it "finds a certificate that had ended, or not begun, when it signed" do
    {
      issued("Ravensholm Harbour Trust, witness", till: then_at - day) => :out_of_time,
      issued("Ravensholm Harbour Trust, witness", from: then_at + year) => :out_of_time
    }.each do |witness, code|
      expect(judged(document_at(sent: then_at, witness: witness))).to match([:untrusted, include(code)])
    end
    ended = issued("Ravensholm Harbour Trust, witness", till: then_at + day)
    expect(judged(document_at(sent: then_at, witness: ended))).to eq([:intact, []])
  end

  it "finds a signature without a time-stamp" do
    bare = document_at(sent: then_at, stamps: { acted: ->(_digest) {} })
    expect(judged(bare)).to match([:undetermined, include(:time_stamp_missing)])
  end

  it "finds a file that was cut back, and says how far it goes" do
    sealed = document_at(sent: then_at)
    ends = JustSeal::Core::Pdf::Check.call(sealed, roots: roots, at: then_at + day).revisions.map(&:last)
    ends[0..-2].each do |last|
      report = JustSeal::Core::Pdf::Check.call(sealed.byteslice(0, last), roots: roots, at: then_at + day)
      expect([report.verdict, report.exit_code, report.findings.map(&:code)]).to eq([:unfinished, 1, [:not_sealed_yet]])
    end
    report = JustSeal::Core::Pdf::Check.call(sealed.byteslice(0, ends[1]), roots: roots, at: then_at + day)
    expect(report.findings.first.facts).to eq(last: "A. Party")
  end

  it "finds what was signed by a key that is too weak by now, unless it is proved from before" do
    weak = stamper("Weak Time-stamps", bits: 2048)
    proofs = material_at(then_at + 120, [*usual, weak.certificate])
    stamps = { stamped: stamps_at(then_at + 180, by: weak) }
    sealed = document_at(sent: then_at, stamps: stamps, material: proofs)
    expect(judged(sealed, at: Time.utc(2028))).to eq([:intact, []])
    expect(judged(sealed, at: Time.utc(2030))).to eq([:undetermined, [:algorithm_ended]])
    expect(judged(renewed_at(Time.utc(2028), sealed), at: Time.utc(2030))).to eq([:intact, []])
  end
end
