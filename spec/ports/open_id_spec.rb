# frozen_string_literal: true

require "jwt"
require "puma"
require "puma/server"

# A provider that says whatever an example wants it to.
RSpec.describe JustSeal::Ports::OpenId do
  rsa = JustSeal::Standins::QuickKey.rsa(2048)
  other = JustSeal::Standins::QuickKey.rsa(2048)

  attr_reader :told, :answers

  before do
    @answers = {}
    application = lambda do |env|
      body = answers[env["PATH_INFO"]]
      next [404, {}, []] unless body

      [200, { "content-type" => "application/json" }, [body.is_a?(String) ? body : JSON.generate(body)]]
    end
    @server = Puma::Server.new(application, nil, { log_writer: Puma::LogWriter.null })
    @issuer = "http://127.0.0.1:#{@server.add_tcp_listener("127.0.0.1", 0).addr[1]}"
    @server.run
    answers["/.well-known/openid-configuration"] = discovery
    answers["/keys"] = { "keys" => [JWT::JWK.new(rsa, kid: "one", use: "sig").export] }
  end

  after { @server.stop(true) }

  def discovery(**changes)
    {
      "issuer" => @issuer,
      "authorization_endpoint" => "#{@issuer}/authorize",
      "token_endpoint" => "#{@issuer}/token",
      "jwks_uri" => "#{@issuer}/keys",
      "response_types_supported" => ["code"],
      "subject_types_supported" => ["public"],
      "id_token_signing_alg_values_supported" => ["RS256"],
      **changes.transform_keys(&:to_s)
    }
  end

  let(:port) { described_class.new(@issuer, client: "us", secret: "s", return_to: "https://us.example/back") }
  let(:claims) do
    {
      "iss" => @issuer,
      "aud" => "us",
      "sub" => "x",
      "name" => "Joss",
      "email" => "joss@us.example",
      "nonce" => "n",
      "iat" => Time.now.to_i,
      "exp" => Time.now.to_i + 60
    }
  end

  def redeem(token)
    answers["/token"] = { "token_type" => "Bearer", "access_token" => "a", "id_token" => token }
    port.redeem(code: "c", nonce: "n", verifier: "v")
  end

  def signed(values = claims, key: nil, algorithm: "RS256", **head)
    JWT.encode(values, key, algorithm, { "kid" => "one", **head.transform_keys(&:to_s) })
  end

  def unreliable(reason = :answer) = raise_error(described_class::Unreliable) { |e| expect(e.reason).to eq(reason) }

  it "sends people there with a challenge, and takes what is signed by any usual algorithm" do
    asked = URI.decode_www_form(URI(port.address(state: "s", nonce: "n", verifier: "v" * 43)).query).to_h
    expect(asked).to include("code_challenge_method" => "S256", "state" => "s", "nonce" => "n", "client_id" => "us")
    expect(asked["scope"].split).to include("openid", "email")
    %w[RS256 RS512 PS256].each do |algorithm|
      token = signed(key: rsa, algorithm: algorithm)
      expect(redeem(token)).to include("name" => "Joss", "id_token" => token)
    end
    ec = OpenSSL::PKey::EC.generate("secp384r1")
    answers["/keys"] = { "keys" => [JWT::JWK.new(ec, kid: "one", use: "sig").export] }
    expect(redeem(signed(key: ec, algorithm: "ES384"))).to include("sub" => "x")
  end

  it "takes nothing that somebody else has signed, or nobody, or that was signed by what everybody knows" do
    expect { redeem(signed(key: other)) }.to unreliable
    expect { redeem(signed(key: nil, algorithm: "none")) }.to unreliable
    expect { redeem(signed(key: rsa.public_key.to_pem, algorithm: "HS256")) }.to unreliable
    expect { redeem(signed(key: rsa.public_key.to_der, algorithm: "HS512")) }.to unreliable
    head, body, mark = signed(key: rsa).split(".")
    expect { redeem([head, Base64.urlsafe_encode64(JSON.generate(claims.merge("sub" => "y"))), mark].join(".")) }
      .to unreliable
    expect { redeem(signed(key: rsa, kid: "two")) }.to unreliable
    expect(redeem([head, body, mark].join("."))).to include("sub" => "x")
  end

  it "takes nothing that was said to others, to another question, or too long ago" do
    {
      { "aud" => "them" } => :answer,
      { "aud" => %w[them us], "azp" => "them" } => :answer,
      { "iss" => "https://elsewhere.example" } => :answer,
      { "exp" => Time.now.to_i - 90 } => :answer,
      { "nonce" => "another" } => :nonce,
      { "nonce" => nil } => :answer,
      { "sub" => nil } => :answer
    }.each do |change, reason|
      expect { redeem(signed(claims.merge(change).compact, key: rsa)) }.to unreliable(reason), change.inspect
    end
  end

  it "believes no discovery of another name, and no answer of another form" do
    answers["/.well-known/openid-configuration"] = discovery(issuer: "https://elsewhere.example")
    expect { redeem(signed(key: rsa)) }.to unreliable
    ["[]", "null", "{", '"text"', "{}"].each do |text|
      answers["/.well-known/openid-configuration"] = text
      expect { redeem(signed(key: rsa)) }.to unreliable, text
    end
    answers["/.well-known/openid-configuration"] = discovery
    ["[]", "null", "{", '"text"', "{}", '{"token_type":"Bearer","access_token":"a"}'].each do |text|
      answers["/token"] = text
      expect { port.redeem(code: "c", nonce: "n", verifier: "v") }.to unreliable, text
      keys = answers["/keys"]
      answers["/keys"] = text
      expect { redeem(signed(key: rsa)) }.to unreliable, text
      answers["/keys"] = keys
    end
  end

  it "asks for what is told apart, and takes it of nobody else" do
    short = claims.except("name", "email")
    answers["/.well-known/openid-configuration"] = discovery(userinfo_endpoint: "#{@issuer}/me")
    answers["/me"] = { "sub" => "x", "name" => "Joss", "email" => "joss@us.example", "groups" => ["a"] }
    expect(redeem(signed(short, key: rsa))).to include("name" => "Joss", "groups" => ["a"])
    answers["/me"] = { "sub" => "y", "name" => "Joss" }
    expect { redeem(signed(short, key: rsa)) }.to unreliable
  end

  it "knows an end from a token, and takes no token of another kind for one" do
    ended = {
      "iss" => @issuer,
      "aud" => "us",
      "iat" => Time.now.to_i,
      "jti" => "1",
      "sid" => "s1",
      "events" => { described_class::LOGOUT_EVENT => {} }
    }
    expect(port.ended(signed(ended, key: rsa))).to eq("iss" => @issuer, "sid" => "s1")
    [
      claims,
      ended.merge("nonce" => "n"),
      ended.merge("aud" => "them"),
      ended.merge("iss" => "https://elsewhere.example"),
      ended.merge("iat" => Time.now.to_i - 3600),
      ended.merge("events" => {}),
      ended.except("sid")
    ].each { |values| expect { port.ended(signed(values, key: rsa)) }.to unreliable, values.inspect }
    expect { port.ended(signed(ended, key: other)) }.to unreliable
    expect { port.ended("nonsense") }.to unreliable
  end

  it "says that a provider is away" do
    answers.clear
    expect { port.address(state: "s", nonce: "n", verifier: "v") }
      .to raise_reason(JustSeal::Errors::Unavailable, :service_answered)
    @server.stop(true)
    expect { port.address(state: "s", nonce: "n", verifier: "v") }
      .to raise_reason(JustSeal::Errors::Unavailable, :service_unreachable)
  end
end
