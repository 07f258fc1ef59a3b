# frozen_string_literal: true

require "nokogiri"
require "ruby-saml"

# Answers of a provider, made here, so that each can be wrong in one way.
RSpec.describe JustSeal::Ports::SamlSignOn, :database do
  include Providers

  let(:key_pair) { PAIRS[:provider] ||= Providers.key_pair("provider") }
  let(:port) { saml_sign_on(metadata(key_pair.last)) }
  let(:kept) { { "request" => "_question", "anew" => false } }

  PAIRS = {} # rubocop:disable Style/MutableConstant, Lint/ConstantDefinitionInBlock, RSpec/LeakyConstantDeclaration
  invalid = JustSeal::Errors::Invalid

  def metadata(certificate)
    <<~XML
      <EntityDescriptor xmlns="urn:oasis:names:tc:SAML:2.0:metadata" entityID="https://provider.example">
        <IDPSSODescriptor protocolSupportEnumeration="urn:oasis:names:tc:SAML:2.0:protocol">
          <KeyDescriptor use="signing"><KeyInfo xmlns="http://www.w3.org/2000/09/xmldsig#"><X509Data>
            <X509Certificate>#{Base64.strict_encode64(certificate.to_der)}</X509Certificate>
          </X509Data></KeyInfo></KeyDescriptor>
          <SingleLogoutService Binding="urn:oasis:names:tc:SAML:2.0:bindings:HTTP-Redirect"
            Location="https://provider.example/out"/>
          <SingleSignOnService Binding="urn:oasis:names:tc:SAML:2.0:bindings:HTTP-Redirect"
            Location="https://provider.example/on"/>
        </IDPSSODescriptor>
      </EntityDescriptor>
    XML
  end

  # An assertion as XML. +changes+: of what it says.
  def assertion(**changes)
    said = {
      issuer: "https://provider.example",
      subject: "person-1",
      format: "urn:oasis:names:tc:SAML:2.0:nameid-format:persistent",
      question: "_question",
      recipient: "#{office.settings.address}/sign-on/assertion",
      audience: "#{office.settings.address}/sign-on/metadata",
      from: Time.now.utc - 5,
      until: Time.now.utc + 300,
      shown: Time.now.utc,
      **changes
    }
    question = said[:question] && " InResponseTo=\"#{said[:question]}\""
    flat <<~XML
      <saml:Assertion xmlns:saml="urn:oasis:names:tc:SAML:2.0:assertion"
       xmlns:samlp="urn:oasis:names:tc:SAML:2.0:protocol" ID="_assertion" Version="2.0"
       IssueInstant="#{said[:from].iso8601}"><saml:Issuer>#{said[:issuer]}</saml:Issuer>
      <saml:Subject><saml:NameID Format="#{said[:format]}">#{said[:subject]}</saml:NameID>
      <saml:SubjectConfirmation Method="urn:oasis:names:tc:SAML:2.0:cm:bearer">
      <saml:SubjectConfirmationData NotOnOrAfter="#{said[:until].iso8601}" Recipient="#{said[:recipient]}"#{question}/>
      </saml:SubjectConfirmation></saml:Subject>
      <saml:Conditions NotBefore="#{said[:from].iso8601}" NotOnOrAfter="#{said[:until].iso8601}">
      <saml:AudienceRestriction><saml:Audience>#{said[:audience]}</saml:Audience></saml:AudienceRestriction>
      </saml:Conditions>
      <saml:AuthnStatement AuthnInstant="#{said[:shown].iso8601}" SessionIndex="s1"><saml:AuthnContext>
      <saml:AuthnContextClassRef>urn:two</saml:AuthnContextClassRef></saml:AuthnContext></saml:AuthnStatement>
      <saml:AttributeStatement>
      <saml:Attribute Name="mail"><saml:AttributeValue>joss@ravensholm.example</saml:AttributeValue></saml:Attribute>
      <saml:Attribute Name="displayName"><saml:AttributeValue>Joss Test</saml:AttributeValue></saml:Attribute>
      <saml:Attribute Name="groups"><saml:AttributeValue>a</saml:AttributeValue>
      <saml:AttributeValue>b</saml:AttributeValue></saml:Attribute>
      </saml:AttributeStatement></saml:Assertion>
    XML
  end

  def flat(xml) = xml.gsub(/\n\s*(?=<)/, "").gsub(/\n\s*/, " ").strip

  def signed(xml, pair: key_pair, digest: described_class::SHA256, signature: described_class::RSA_SHA256)
    document = XMLSecurity::Document.new(xml)
    document.sign_document(pair.first, pair.last, signature, digest)
    document.to_s
  end

  def response(inside, question: "_question", more: "")
    flat <<~XML
      <samlp:Response xmlns:samlp="urn:oasis:names:tc:SAML:2.0:protocol" ID="_response" Version="2.0"
       IssueInstant="#{Time.now.utc.iso8601}" Destination="#{office.settings.address}/sign-on/assertion"
       InResponseTo="#{question}">
      <saml:Issuer xmlns:saml="urn:oasis:names:tc:SAML:2.0:assertion">https://provider.example</saml:Issuer>
      #{more}<samlp:Status><samlp:StatusCode Value="urn:oasis:names:tc:SAML:2.0:status:Success"/></samlp:Status>
      #{inside}</samlp:Response>
    XML
  end

  def finish(xml, kept = self.kept) = port.finish({ "SAMLResponse" => Base64.strict_encode64(xml) }, kept)

  it "takes what the provider has signed for us" do
    expect(finish(response(signed(assertion)))).to have_attributes(
      provider: "https://provider.example",
      subject: "person-1",
      name: "Joss Test",
      email: "joss@ravensholm.example",
      groups: %w[a b],
      acr: "urn:two",
      session: "s1"
    )
  end

  it "takes nothing that somebody else has signed, or nobody, or that was signed weakly" do
    expect { finish(response(assertion)) }.to raise_reason(invalid, :sign_on_unreliable)
    other = signed(assertion, pair: Providers.key_pair("provider"))
    expect { finish(response(other)) }.to raise_reason(invalid, :sign_on_unreliable)
    changed = signed(assertion).sub("person-1", "person-2")
    expect { finish(response(changed)) }.to raise_reason(invalid, :sign_on_unreliable)
    weak = signed(
      assertion,
      digest: XMLSecurity::Document::SHA1,
      signature: XMLSecurity::Document::RSA_SHA1
    )
    expect { finish(response(weak)) }.to raise_reason(invalid, :sign_on_unreliable)
  end

  it "takes nothing that was said to others, to another question or to none, too early or too late" do
    {
      issuer: "https://elsewhere.example",
      question: "_another",
      recipient: "https://elsewhere.example/sign-on/assertion",
      audience: "https://elsewhere.example",
      until: Time.now.utc - 120,
      from: Time.now.utc + 120
    }.each do |name, value|
      expect { finish(response(signed(assertion(name => value)))) }
        .to raise_reason(invalid, :sign_on_unreliable), name.to_s
    end
    expect { finish(response(signed(assertion(question: nil)))) }.to raise_reason(invalid, :sign_on_unreliable)
    expect { finish(response(signed(assertion), question: "_another")) }
      .to raise_reason(invalid, :sign_on_unreliable)
    expect { finish(response(signed(assertion)), {}) }.to raise_reason(invalid, :sign_on_other_question)
  end

  it "is not led astray by a second assertion beside, around or within the signed one" do
    honest = signed(assertion)
    forged = assertion(subject: "person-2").sub("_assertion", "_forged")
    wrapped = forged.sub("</saml:Assertion>", "#{honest}</saml:Assertion>")
    within = honest.sub("</ds:Signature>", "<ds:Object>#{assertion(subject: "person-2")}</ds:Object></ds:Signature>")
    [
      response(forged + honest),
      response(honest + forged),
      response(wrapped),
      response(within),
      response(forged, more: "<samlp:Extensions>#{honest}</samlp:Extensions>")
    ].each { |xml| expect { finish(xml) }.to raise_reason(invalid, :sign_on_unreliable), xml }
  end

  it "reads a name whole, whatever comment was put in" do
    commented = signed(assertion).sub("person-1", "person<!-- x -->-1")
    expect(finish(response(commented)).subject).to eq("person-1")
  rescue JustSeal::Errors::Invalid => e
    expect(e.problems.values).to eq([:sign_on_unreliable])
  end

  it "opens no file and no entity, and breaks on nothing" do
    entity = "<!DOCTYPE x [<!ENTITY f SYSTEM \"file:///etc/hostname\">]>"
    bomb = "<!DOCTYPE x [<!ENTITY a \"#{"a" * 1000}\"><!ENTITY b \"#{"&a;" * 1000}\">]>"
    [
      entity + response(signed(assertion).sub("person-1", "&f;")),
      bomb + response(signed(assertion).sub("person-1", "&b;")),
      entity + response(signed(assertion)),
      "",
      "<",
      "<samlp:Response/>",
      "\xFF\xFE".b,
      response("<saml:Assertion/>")
    ].each { |xml| expect { finish(xml) }.to raise_reason(invalid, :sign_on_unreliable), xml }
    expect { port.finish({ "SAMLResponse" => "%%%" }, kept) }.to raise_reason(invalid, :sign_on_unreliable)
  end

  it "takes nothing that a strict reader does not read" do
    lax = response(signed(assertion)).sub('Version="2.0" ', 'Version="2.0"')
    expect { finish(lax) }.to raise_reason(invalid, :sign_on_unreliable)
  end

  it "knows nobody by a name that is good for once, and asks anew where that is wanted" do
    expect { finish(response(signed(assertion(format: described_class::TRANSIENT)))) }
      .to raise_reason(invalid, :sign_on_transient)
    anew = kept.merge("anew" => true)
    expect { finish(response(signed(assertion(shown: Time.now.utc - 3600))), anew) }
      .to raise_reason(invalid, :sign_on_not_anew)
    expect(finish(response(signed(assertion)), anew).subject).to eq("person-1")
  end

  it "ends nothing that the provider has not signed" do
    settings = OneLogin::RubySaml::Settings.new(
      idp_slo_service_url: "https://us.example",
      sp_entity_id: "https://provider.example",
      name_identifier_value: "person-1",
      sessionindex: "s1",
      certificate: key_pair.last.to_pem,
      private_key: key_pair.first.to_pem,
      security: {
        logout_requests_signed: true,
        signature_method: described_class::RSA_SHA256,
        digest_method: described_class::SHA256
      }
    )
    raw = ->(address) { URI(address).query.split("&").to_h { |pair| pair.split("=", 2) } }
    plain = ->(given) { given.transform_values { |text| CGI.unescape(text) } }
    asked = raw.call(OneLogin::RubySaml::Logoutrequest.new.create(settings, RelayState: "r"))
    told, address = port.ended_by_browser(plain.call(asked), raw: asked)
    expect(told).to eq("iss" => "https://provider.example", "sub" => "person-1", "sid" => "s1")
    expect(address).to start_with("https://provider.example/out?SAMLResponse=").and include("RelayState=r")
    [
      asked.except("Signature"),
      asked.merge("RelayState" => "q"),
      asked.merge("SigAlg" => CGI.escape("http://www.w3.org/2000/09/xmldsig#rsa-sha1")),
      asked.merge("Signature" => CGI.escape(Base64.strict_encode64("x" * 256)))
    ].each do |changed|
      expect { port.ended_by_browser(plain.call(changed), raw: changed) }
        .to raise_reason(invalid, :sign_on_unreliable)
    end
  end

  it "does not start with a file that describes no provider" do
    expect { saml_sign_on("<EntityDescriptor xmlns='urn:oasis:names:tc:SAML:2.0:metadata' entityID='x'/>") }
      .to raise_reason(JustSeal::Error, :saml_metadata_unfit)
  end
end
