# frozen_string_literal: true

# Every certificate here is valid, unrevoked and by an accepted authority; it is only somebody else's, or for something
# else.
RSpec.describe "Who signed as what" do
  include Notaries

  let(:then_at) { Time.utc(2026, 3, 2, 9) }

  def judged(sealers: [], **made)
    bytes = document_at(sent: then_at, **made)
    report = JustSeal::Core::Pdf::Check.call(bytes, roots: roots, at: then_at + 86_400, sealers: sealers)
    [report.verdict, report.findings.map(&:code).uniq]
  end

  it "holds the seal against those who may seal, by name, organisation or fingerprint" do
    print = OpenSSL::Digest::SHA256.hexdigest(signer("seal").certificate.to_der)
    [
      "Ravensholm Harbour Trust",
      "ravensholm harbour trust, seal",
      print,
      print.upcase.scan(/../).join(":")
    ].each do |one|
      expect([one, *judged(sealers: ["Somebody", one])]).to eq([one, :intact, []])
    end
    ["Ravensholm", "Ravensholm Harbour Trust, witness", "0" * 64].each do |one|
      expect([one, *judged(sealers: [one])]).to eq([one, :untrusted, [:other_sealer]])
    end
  end

  it "finds another customer of the same authority who seals, witnesses, or does both" do
    other = issued("Fjordside Surveyors, seal", organisation: "Fjordside Surveyors")
    expect(judged(seal: other)).to eq([:untrusted, [:holder_differs]])
    expect(judged(seal: other, sealers: ["Ravensholm Harbour Trust"]))
      .to eq([:untrusted, %i[other_sealer holder_differs]])
    expect(judged(witness: other)).to eq([:untrusted, [:holder_differs]])
    expect(judged(seal: other, witness: other)).to eq([:intact, []]), "whoever it was, where nobody is named"
    expect(judged(seal: other, witness: other, sealers: ["Ravensholm Harbour Trust"]))
      .to eq([:untrusted, [:other_sealer]])
  end

  it "finds keys that are for servers, code, time-stamps or answers" do
    ["serverAuth,clientAuth", "OCSPSigning", "timeStamping", "codeSigning"].each do |use|
      other = issued("Ravensholm Harbour Trust", extended: use)
      expect([use, *judged(seal: other)]).to eq([use, :untrusted, [:wrong_use]])
      expect([use, *judged(witness: other)]).to eq([use, :untrusted, [:wrong_use]])
    end
    no_signer = issued("Ravensholm Harbour Trust", usage: "keyEncipherment")
    expect(judged(witness: no_signer)).to eq([:untrusted, [:wrong_use]])
    ["emailProtection", "1.3.6.1.5.5.7.3.36", "clientAuth", "serverAuth,emailProtection"].each do |use|
      expect([use, *judged(witness: issued("Ravensholm Harbour Trust", extended: use))]).to eq([use, :intact, []])
    end
  end

  it "lets a card sign for its holder, and for nobody else" do
    card = issued(
      "Inés HALLORAN",
      organisation: "Kestrel Coast Citizens",
      subject: [%w[GN Inés], %w[SN Halloran]]
    )
    expect(judged(witness: card, by: "Halloran, Ines")).to eq([:intact, []])
    expect(judged(witness: card, by: "Joss Test")).to eq([:untrusted, [:holder_differs]])
    expect(judged(witness: card, by: "")).to eq([:untrusted, [:holder_differs]])
  end

  it "does not take a member of the organisation for its witness or its seal" do
    [[%w[GN Maren]], [["emailAddress", "maren@ravensholm.example"]]].each do |subject|
      member = issued("Maren Test", subject: subject)
      expect(judged(witness: member)).to eq([:untrusted, [:holder_differs]])
      expect(judged(witness: member, by: "Maren Test")).to eq([:intact, []])
      expect(judged(seal: member)).to eq([:untrusted, [:seal_of_a_person]])
    end
  end

  it "does not take a member's certificate for the seal, whatever the file says of who made it" do
    member = issued("Maren Test", subject: [%w[GN Maren]])
    doc = HexaPDF::Document.new(io: StringIO.new(pdf))
    out = StringIO.new("".b)
    handler = doc.signatures.signing_handler(
      certificate: member.certificate,
      key: member.key,
      certificate_chain: member.chain,
      doc_mdp_permissions: :no_changes
    )
    doc.signatures.add(out, handler)
    check = ->(sealers) { JustSeal::Core::Pdf::Check.call(out.string, roots: roots, at: Time.now, sealers: sealers) }
    codes = ->(*sealers) { check.call(sealers).findings.map(&:code) & %i[seal_of_a_person other_sealer] }
    expect(codes.call("Ravensholm Harbour Trust")).to eq([:seal_of_a_person])
    expect(codes.call("Somebody")).to eq([:other_sealer])
    expect(codes.call(OpenSSL::Digest::SHA256.hexdigest(member.certificate.to_der))).to eq([])
  end

  it "finds that nobody sealed, where it is said who should have" do
    signing = JustSeal::Core::Pdf::Signing
    handler = signing.handler(signer: issued("Somebody Else"), timestamp: stamps_at(then_at), at: then_at)
    approved = signing.add(signing.open(pdf), handler)
    bytes = renewed_at(then_at + 120, approved)
    check = ->(sealers) { JustSeal::Core::Pdf::Check.call(bytes, roots: roots, at: then_at + 240, sealers: sealers) }
    expect(check.call([]).verdict).to eq(:intact)
    expect(check.call(["Somebody Else"]).findings.map(&:code)).to eq([:not_by_a_sealer])
  end
end
