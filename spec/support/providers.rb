# frozen_string_literal: true

require_relative "web_servers"

# A provider by other makers, for whoever signs on; and ways to reach providers without a browser.
module Providers
  include WebServers

  PEERS = File.expand_path("peers", __dir__)
  SECRET = "peer secret"
  PERSON = {
    "sub" => "person-1",
    "name" => "Joss Test",
    "email" => "joss@ravensholm.example",
    "email_verified" => true,
    "groups" => ["records"],
    "acr" => "urn:peer:two",
    "amr" => %w[pwd otp]
  }.freeze

  # Starts it for a person with +claims+ beside those of PERSON, and has the office sign on there.
  def sign_on_at_peer(algorithm: "RS256", **claims)
    @peer = start_peer(office.settings.address, algorithm: algorithm, **claims)
    use_sign_on(open_id_sign_on(@peer, SECRET))
  end

  # Starts it for the office at +address+. Returns its own.
  def start_peer(address, algorithm: "RS256", **claims)
    port = free_port
    person = PERSON.merge(claims.transform_keys(&:to_s))
    arguments = [port.to_s, "just-seal", SECRET, "#{address}/sign-on/back", "#{address}/sign-on/ended"]
    start_server(
      "node",
      File.join(PEERS, "provider.mjs"),
      *arguments,
      JSON.generate(person),
      port: port,
      env: { "ALGORITHM" => algorithm },
      log: File.join(office.settings.var, "provider.log")
    )
    "http://127.0.0.1:#{port}"
  end

  # The same by SAML. +person+: beside those of the peer.
  def sign_on_at_saml_peer(**person)
    port = free_port
    told = {
      subject: "person-1",
      email: "joss@ravensholm.example",
      name: "Joss Test",
      groups: ["records"],
      context: "urn:peer:two",
      **person
    }
    key, certificate = Providers.saml_files
    start_server(
      "node",
      File.join(PEERS, "identity.mjs"),
      port.to_s,
      key,
      certificate,
      JSON.generate(told),
      "#{office.settings.address}/sign-on/metadata",
      port: port,
      log: File.join(office.settings.var, "provider.log")
    )
    @peer = "http://127.0.0.1:#{port}"
    use_sign_on(saml_sign_on(Net::HTTP.get(URI("#{@peer}/metadata")), own: Providers.own_pem))
  end

  def saml_sign_on(metadata, own: nil)
    JustSeal::Ports::SamlSignOn.new(metadata, address: office.settings.address, groups: "groups", own: own)
  end

  # [key, certificate] of the peer, as files.
  def self.saml_files
    @saml_files ||= begin
      folder = Dir.mktmpdir
      key, certificate = key_pair("peer")
      [["peer.key", key], ["peer.crt", certificate]].map do |name, thing|
        File.join(folder, name).tap { |path| File.write(path, thing.to_pem) }
      end
    end
  end

  # By which the office signs its questions.
  def self.own_pem = @own_pem ||= key_pair("office").map(&:to_pem).join

  # [OpenSSL::PKey::RSA, OpenSSL::X509::Certificate]
  def self.key_pair(name)
    key = JustSeal::Standins::QuickKey.rsa(2048)
    certificate = OpenSSL::X509::Certificate.new
    certificate.version = 2
    certificate.serial = 1
    certificate.subject = certificate.issuer = OpenSSL::X509::Name.parse("/CN=#{name}")
    certificate.public_key = key.public_key
    certificate.not_before = Time.now - 3600
    certificate.not_after = Time.now + 86_400
    [key, certificate.sign(key, "SHA256")]
  end

  def open_id_sign_on(url, secret)
    provider = JustSeal::Ports::OpenId.new(
      url,
      client: "just-seal",
      secret: secret,
      return_to: "#{office.settings.address}/sign-on/back"
    )
    JustSeal::Ports::OpenIdSignOn.new(provider, scope: "openid profile email", groups: "groups")
  end

  def use_sign_on(port) = allow(office).to receive(:sign_on).and_return(port)

  # Decides about signing on; names of Core::Offices::SignOnPolicy's members.
  def sign_on_policy(signed_on: true, places: [], **changes)
    kept = JustSeal::Store::OfficeChoices.sign_on
    places = places.map { |group, role, unit| place(group, role, unit) }
    policy = kept.with(places: places, **changes)
    JustSeal::Operations::KeepSignOn.new.call(staff(:maren), policy, seen: kept.mark, signed_on: signed_on)
  end

  def place(group, role, unit)
    JustSeal::Core::Offices::SignOnPolicy::Place.new(group: group, role: role, unit: unit)
  end

  def neutral_sign_on
    JustSeal::Store::OfficeChoices.set("sign_on", nil)
    JustSeal::Store::SignOnIdentity.dataset.delete
  end

  # What a provider would vouch for.
  def vouched(**changes)
    JustSeal::Core::Offices::Vouched.new(
      provider: "https://provider.example",
      subject: "person-1",
      name: "Joss Test",
      email: "joss@ravensholm.example",
      verified: true,
      groups: [],
      acr: "",
      amr: [],
      session: "session-1",
      token: nil,
      **changes
    )
  end
end
