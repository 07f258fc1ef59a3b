# frozen_string_literal: true

require "socket"

# Nobody sends this office anywhere by an address in a certificate.
RSpec.describe "Addresses that others wrote" do
  errors = JustSeal::Errors
  http = JustSeal::Ports::Http

  # Listens, counts who comes, and answers by the block, which gets the connection.
  def listener(&work)
    server = TCPServer.new("127.0.0.1", 0)
    came = Queue.new
    thread = Thread.new do
      loop do
        client = server.accept
        came << true
        work&.call(client)
        client.close
      rescue SystemCallError
        next
      end
    end
    (@listeners ||= []) << [server, thread]
    [server.addr[1], came]
  end

  after do
    @listeners.to_a.each do |server, thread|
      thread.kill
      server.close
    end
  end

  def reach(*allowed) = JustSeal::Ports::Reach.new(allowed)

  it "lead to no private network, by whatever name, unless a setting says so" do
    port, came = listener { |client| client.write("HTTP/1.1 200 OK\r\nContent-Length: 2\r\n\r\nok") }
    ["127.0.0.1", "localhost", "[::1]", "[::ffff:127.0.0.1]", "127.1", "0.0.0.0", "2130706433"].each do |host|
      expect { http.get("http://#{host}:#{port}/list", reach: reach) }.to raise_error(errors::Unavailable), host
    end
    expect(came.size).to eq(0)
    expect(http.get("http://127.0.0.1:#{port}/list", reach: reach("127.0.0.0/8"))).to eq("ok")
  end

  it "lead nowhere by another scheme, and with nobody's password" do
    %w[file:///etc/passwd ftp://example.org/x ldap://example.org/x gopher://x http:///x x http://a:b@c/]
      .each { |url| expect { http.get(url, reach: reach("0.0.0.0/0")) }.to raise_error(errors::Unavailable), url }
  end

  it "are not followed to where an answer points" do
    inner, came = listener
    port, = listener do |client|
      client.write("HTTP/1.1 302 Found\r\nLocation: http://127.0.0.1:#{inner}/\r\nContent-Length: 0\r\n\r\n")
    end
    expect { http.get("http://127.0.0.1:#{port}/", reach: reach("127.0.0.1")) }.to raise_error(errors::Unavailable)
    expect(came.size).to eq(0)
  end

  it "are read no further than an answer may go" do
    sent = 0
    port, = listener do |client|
      client.write("HTTP/1.1 200 OK\r\n\r\n")
      loop { sent += client.write("x" * 65_536) }
    end
    expect { http.get("http://127.0.0.1:#{port}/") }.to raise_error(errors::Unavailable)
    expect(sent).to be < 20 * 1024 * 1024
  end

  describe "in a card's certificate" do
    let(:docket) { sent_docket }
    let(:visitor) { enter_room(docket, "A").first }

    # A certificate that names +url+ for its responder and its list, and an authority above it that nobody accepts.
    def own_card(url)
      key = OpenSSL::PKey::EC.generate("prime256v1")
      authority = OpenSSL::PKey::EC.generate("prime256v1")
      top = made("/CN=Own authority", authority, nil, authority, ["basicConstraints", "CA:TRUE", true])
      card = made(
        "/CN=Ines Halloran",
        key,
        top,
        authority,
        ["keyUsage", "digitalSignature", true],
        ["authorityInfoAccess", "OCSP;URI:#{url}/status"],
        ["crlDistributionPoints", "URI:#{url}/list.crl"]
      )
      [key, card, top]
    end

    def made(subject, key, issuer, signer, *extensions)
      OpenSSL::X509::Certificate.new.tap do |one|
        one.version = 2
        one.serial = rand(1 << 60)
        one.subject = OpenSSL::X509::Name.parse(subject)
        one.issuer = issuer ? issuer.subject : one.subject
        one.public_key = key
        one.not_before = Time.now - 60
        one.not_after = Time.now + 86_400
        factory = OpenSSL::X509::ExtensionFactory.new(issuer || one, one)
        extensions.each { |name, value, critical| one.add_extension(factory.create_extension(name, value, critical)) }
        one.sign(signer, "SHA256")
      end
    end

    it "are not asked before chain, usage and challenge hold" do
      port, came = listener
      key, card, top = own_card("http://127.0.0.1:#{port}")
      digest = [JustSeal::Operations::ProveByCard.new.begin(visitor)].pack("H*")
      faults = JustSeal::Operations::ProveByCard.call(
        visitor,
        certificate: card.to_der,
        chain: [top.to_der],
        signature: key.sign_raw("SHA256", digest)
      )
      expect(faults).to include(:unknown_root)
      expect(came.size).to eq(0)
    end
  end
end
