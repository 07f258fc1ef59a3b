# frozen_string_literal: true

require "puma"
require "puma/server"

RSpec.describe "Authorities over HTTP" do
  # A service on loopback that answers as the block says.
  def serving(answer)
    server = Puma::Server.new(answer)
    port = server.add_tcp_listener("127.0.0.1", 0).addr[1]
    server.run
    yield "http://127.0.0.1:#{port}/"
  ensure
    server&.stop(true)
  end

  let(:digest) { OpenSSL::Digest.digest("SHA256", "deed") }

  def stamp(url) = JustSeal::Ports::HttpTimeStamps.new(url, roots: roots).call(digest)

  it "gets a token from the stand-in" do
    serving(JustSeal::Standins::TimeStamps.new(authority)) do |url|
      expect(
        JustSeal::Core::Trust::TimeStamp.verify(
          stamp(url),
          data: "deed",
          roots: roots
        )
      ).to have_attributes(valid: true)
    end
  end

  it "is told when the authority is away" do
    expect { stamp("http://127.0.0.1:9/") }.to raise_reason(JustSeal::Errors::Unavailable, :service_unreachable)
  end

  {
    "an error" => [500, {}, ["down"]],
    "garbage" => [200, {}, ["garbage"]],
    "nothing" => [200, {}, [""]],
    "too much" => [200, {}, ["x" * 6_000_000]]
  }.each do |what, answer|
    it "does not take #{what} for an answer" do
      serving(->(_env) { answer }) { |url| expect { stamp(url) }.to raise_error(JustSeal::Errors::Unavailable) }
    end
  end

  it "does not take an answer that was given to somebody else" do
    other = JustSeal::Core::Trust::TimeStamp.request(digest, nonce: 5)
    recorded = JustSeal::Standins::TimeStamps.new(authority).answer(other)
    serving(->(_env) { [200, {}, [recorded]] }) do |url|
      expect { stamp(url) }.to raise_reason(JustSeal::Errors::Unavailable, :time_stamp_unusable)
    end
  end

  it "does not wait for ever" do
    stub_const("JustSeal::Ports::Http::READ_SECONDS", 0.3)
    serving(->(_env) { sleep(2) && [200, {}, []] }) do |url|
      expect { stamp(url) }.to raise_error(JustSeal::Errors::Unavailable)
    end
  end

  it "refuses to seal with a revoked certificate" do
    revoked = Authorities.enrol(authority, "lost").certificate
    authority.revoke(revoked.serial.to_i, Time.now)
    revocation = JustSeal::Standins::Revocation.new(authority)
    serving(
      lambda { |env|
        env["REQUEST_METHOD"] == "POST" ? revocation.call(env) : [200, {}, [revocation.list(:root)]]
      }
    ) do |url|
      status = JustSeal::Ports::HttpCertificateStatus.new(roots: roots, status_url: url, list_url: url)
      good = signer("seal").certificate
      expect(
        status.material(
          [
            good,
            authority.issuing.certificate
          ]
        )
      ).to have_attributes(
        ocsps: [a_kind_of(String)],
        crls: [a_kind_of(String)]
      )
      expect do
        status.material([revoked, authority.issuing.certificate])
      end.to raise_reason(JustSeal::Errors::Unavailable, :certificate_revoked)
    end
  end
end
