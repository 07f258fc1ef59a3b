# frozen_string_literal: true

require "tmpdir"

RSpec.describe JustSeal::Operations::KeepKeys do
  around { |example| Dir.mktmpdir { |folder| @folder = folder and example.run } }

  before do
    allow(office).to receive_messages(keys: keys, roots: roots)
  end

  let(:keys) { JustSeal::Ports::SigningKeys.new(@folder, master_key: "ab" * 32) }
  let(:by) { staff(:maren) }

  def chain(request) = authority.enrol(OpenSSL::X509::Request.new(request))
  def pem(certificates) = certificates.map(&:to_pem).join

  def told = entries_of("keys").last

  it "makes a request, and takes what the authority sends back, in whatever order" do
    request = described_class.new.request(by, name: :seal)
    expect(told).to include("kind" => "key.requested")
    expect(told["facts"]["key"]).to eq(
      OpenSSL::Digest::SHA256.hexdigest(OpenSSL::X509::Request.new(request).public_key.public_to_der)
    )
    certificates = chain(request)
    fresh = described_class.new.install(by, name: :seal, pem: pem(certificates.reverse))
    expect(fresh.certificate.to_der).to eq(certificates.first.to_der)
    expect(told["facts"].except("rows")).to eq(
      "name" => "seal",
      "subject" => fresh.certificate.subject.to_utf8,
      "serial" => fresh.certificate.serial.to_s(16),
      "certificate" => OpenSSL::Digest::SHA256.hexdigest(fresh.certificate.to_der)
    )
  end

  it "refuses what is no certificate, what leads to nobody accepted, and what is of another key" do
    request = described_class.new.request(by, name: :witness)
    own = JustSeal::Standins::QuickKey.rsa(2048)
    selfmade = OpenSSL::X509::Certificate.new.tap do |one|
      one.subject = one.issuer = OpenSSL::X509::Name.new([%w[CN Nobody]])
      one.public_key = own
      one.not_before = Time.now - 60
      one.not_after = Time.now + 3600
      one.sign(own, "SHA256")
    end
    {
      "" => :certificate_unreadable,
      "-----BEGIN" => :certificate_unreadable,
      selfmade.to_pem => :certificate_not_accepted,
      pem(chain(keys.request(:seal, office: "Other"))) => :certificate_of_other_key
    }.each do |given, reason|
      expect { described_class.new.install(by, name: :witness, pem: given) }
        .to raise_reason(JustSeal::Errors::Invalid, reason)
    end
    expect(described_class.new.install(by, name: :witness, pem: pem(chain(request)))).to be_truthy
  end

  it "is for administrators and whoever gives commands, and says that no service certifies" do
    %i[edda tobias rosalind].each do |name|
      expect { described_class.new.request(staff(name), name: :seal) }.to raise_error(JustSeal::Errors::Forbidden)
    end
    expect { described_class.new.rotate(JustSeal::Cli.actor, name: :seal) }
      .to raise_reason(JustSeal::Errors::Unavailable, :no_enrolment)
  end

  it "leaves a docket unsent while there is no key, and says who makes one" do
    draft = ready_draft
    expect { JustSeal::Operations::SendDocket.call(staff(:maren), number: draft.number) }
      .to raise_reason(JustSeal::Errors::Unavailable, :no_signing_key)
    expect(JustSeal::Store::Docket.first(number: draft.number).state).to eq("draft")
  end
end
