# frozen_string_literal: true

RSpec.describe JustSeal::Core::Trust::TimeStamp do
  let(:service) { JustSeal::Standins::TimeStamps.new(authority) }
  let(:question) { described_class.request(OpenSSL::Digest.digest("SHA256", "deed"), nonce: 77) }

  def imprint_of(token)
    OpenSSL::Timestamp::TokenInfo.new(JustSeal::Core::Trust::Cms.read(token).content).algorithm.upcase
  end

  it "takes the answer to its own question" do
    began = Time.now - 1 # stamps tell whole seconds
    token = described_class.token(service.answer(question), question: question)
    stamp = described_class.verify(token, data: "deed", roots: roots)
    expect(stamp).to have_attributes(valid: true, at: be_between(began, Time.now))
  end

  %w[SHA256 SHA384 SHA512 SHA3-256 SHA3-384 SHA3-512].each do |imprint|
    it "is asked for, and holds, by #{imprint}" do
      asking = lambda do |digest|
        asked = described_class.request(digest, nonce: 7, algorithm: imprint)
        described_class.token(service.answer(asked), question: asked)
      end
      asking.define_singleton_method(:imprint) { imprint }
      token = described_class.over(asking, "deed")
      expect(imprint_of(token)).to eq(imprint)
      expect(described_class.verify(token, data: "deed", roots: roots)).to have_attributes(valid: true)
      expect(described_class.verify(token, data: "dead", roots: roots)).to have_attributes(reason: :other_data)
    end
  end

  it "refuses an answer for other data" do
    other = described_class.request(OpenSSL::Digest.digest("SHA256", "other"), nonce: 77)
    expect do
      described_class.token(service.answer(other), question: question)
    end.to raise_error(JustSeal::Core::Refused) { |e| expect(e.reason).to eq(:time_stamp_for_other_data) }
  end

  it "refuses an answer that was given before" do
    earlier = described_class.request(OpenSSL::Digest.digest("SHA256", "deed"), nonce: 76)
    expect do
      described_class.token(service.answer(earlier), question: question)
    end.to raise_error(JustSeal::Core::Refused) { |e| expect(e.reason).to eq(:time_stamp_with_other_nonce) }
  end

  it "refuses garbage" do
    expect do
      described_class.token("nonsense", question: question)
    end.to raise_error(JustSeal::Core::Refused) { |e| expect(e.reason).to eq(:time_stamp_unreadable) }
  end

  context "with a token" do
    let(:token) { described_class.token(service.answer(question), question: question) }

    it "says that it stamps other data" do
      expect(
        described_class.verify(
          token,
          data: "dead",
          roots: roots
        )
      ).to have_attributes(valid: false, reason: :other_data)
    end

    it "does not trust an authority that leads nowhere, nor one that bears an accepted name" do
      expect(
        described_class.verify(
          token,
          data: "deed",
          roots: [Authorities.foreign_root]
        )
      ).to have_attributes(valid: false, reason: :unknown_root)
      expect(
        described_class.verify(
          token,
          data: "deed",
          roots: [Authorities.stranger.root.certificate]
        )
      ).to have_attributes(valid: false)
    end

    it "does not trust a certificate that is not for time-stamps" do
      forged = OpenSSL::Timestamp::Factory.new
      forged.gen_time = Time.now
      forged.serial_number = 1
      forged.default_policy_id = "1.2.3"
      plain = signer("seal")
      expect do
        forged.create_timestamp(plain.key, plain.certificate, question)
      end.to raise_error(OpenSSL::Timestamp::TimestampError)
      chain = JustSeal::Core::Trust::Chain.validate(
        plain.certificate,
        pool: plain.chain,
        roots: roots,
        at: Time.now,
        use: :time_stamp
      )
      expect(chain).to have_attributes(trusted: false, reason: :wrong_use)
    end

    it "is broken by a changed byte, wherever it is" do
      pool = [authority.issuing.certificate]
      fooled = (10...token.bytesize).step(41).select do |position|
        described_class.verify(flipped(token, position), data: "deed", roots: roots, pool: pool).valid
      end
      expect(fooled).to eq([])
    end
  end
end
