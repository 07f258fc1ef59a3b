# frozen_string_literal: true

require "json"
require "logger"
require "nokogiri"
require "ruby-saml"

OneLogin::RubySaml::Logging.logger = Logger.new(File::NULL) # it would print what passes

module JustSeal
  module Ports
    # Signing on of staff at a provider that speaks SAML 2.0 (Web Browser SSO and Single Logout profiles): questions by
    # redirect, answers by POST, ends by redirect. Answers that nobody asked for are refused.
    class SamlSignOn
      # Whoever is asked to sign on once more did so just now.
      ANEW_SECONDS = 300
      DRIFT_SECONDS = 60
      TRANSIENT = "urn:oasis:names:tc:SAML:2.0:nameid-format:transient"
      EMAIL = "urn:oasis:names:tc:SAML:1.1:nameid-format:emailAddress"
      # Attributes under which providers tell an address, and a name.
      ADDRESSES = %w[
        email
        mail
        urn:oid:0.9.2342.19200300.100.1.3
        http://schemas.xmlsoap.org/ws/2005/05/identity/claims/emailaddress
      ].freeze
      NAMES = %w[
        displayName
        urn:oid:2.16.840.1.113730.3.1.241
        cn
        urn:oid:2.5.4.3
        name
        http://schemas.xmlsoap.org/ws/2005/05/identity/claims/name
      ].freeze
      RSA_SHA256 = "http://www.w3.org/2001/04/xmldsig-more#rsa-sha256"
      SHA256 = "http://www.w3.org/2001/04/xmlenc#sha256"
      FAULTS = [
        OneLogin::RubySaml::ValidationError,
        OneLogin::RubySaml::SettingError,
        REXML::ParseException,
        Nokogiri::XML::SyntaxError,
        OpenSSL::OpenSSLError,
        Zlib::Error,
        ArgumentError
      ].freeze

      # +metadata+: the provider's, as XML; +address+: of this office; +groups+: attribute with names of groups; +own+:
      # PEM with a certificate and its private key, by which questions are signed, nil for none.
      def initialize(metadata, address:, groups:, own: nil)
        @metadata = metadata
        @address = address
        @groups = groups
        @own = own
        @provider = settings.idp_entity_id
      rescue *FAULTS
        raise Error, :saml_metadata_unfit
      end

      # Its identifier.
      def name = @provider

      # [address to send the browser to, {name => text} for the browser to keep until #finish]. +anew+: somebody who is
      # signed on there has to show once more who they are.
      def begin(anew: false)
        question = OneLogin::RubySaml::Authrequest.new
        address = question.create(settings.tap { |settings| settings.force_authn = anew })
        [address, { "request" => question.uuid, "anew" => anew }]
      end

      # Core::Offices::Vouched of whoever came back with +answer+ ({"SAMLResponse" => encoded text}). Raises
      # Errors::Invalid keyed "sign_on".
      def finish(answer, kept)
        refuse(:sign_on_other_question) if kept["request"].to_s.empty?

        held = holding do
          options = { settings: settings, matches_request_id: kept["request"], allowed_clock_drift: DRIFT_SECONDS }
          SamlAnswer.new(answer["SAMLResponse"].to_s, options).hold!(kept["request"])
        end
        refuse(:sign_on_transient) if held.name_id_format == TRANSIENT
        refuse(:sign_on_not_anew) if kept["anew"] && held.shown_at.to_i < Time.now.to_i - ANEW_SECONDS
        vouched(held)
      end

      # Where a browser goes to end the session there; nil for nowhere. +token+: as Vouched has it.
      def end_address(return_to:, token: nil) # rubocop:disable Lint/UnusedMethodArgument
        place = settings
        return unless token && place.idp_slo_service_url

        place.name_identifier_value, place.name_identifier_format, place.sessionindex = JSON.parse(token)
        OneLogin::RubySaml::Logoutrequest.new.create(place)
      end

      # What the provider's redirect says has ended, and where the browser takes our answer to. +query+: of the request,
      # {name => text}; +raw+: the same as it came. Returns [{"iss", "sub", "sid"}, address]. Raises Errors::Invalid.
      def ended_by_browser(query, raw:)
        holding do
          raise ArgumentError, "not signed" unless query["Signature"] && !SamlAnswer::WEAK.match?(query["SigAlg"].to_s)

          asked = request_to_end(query, raw)
          told = { "iss" => @provider, "sub" => asked.name_id, "sid" => asked.session_indexes.first }.compact
          answer = OneLogin::RubySaml::SloLogoutresponse.new
          [told, answer.create(settings, asked.id, nil, { RelayState: query["RelayState"] }.compact)]
        end
      end

      # What the provider has to know of this office, as XML.
      def description = OneLogin::RubySaml::Metadata.new.generate(settings, true)

      private

      # As the provider has signed it.
      def request_to_end(query, raw)
        options = { settings: settings, get_params: query, raw_get_params: raw, allowed_clock_drift: DRIFT_SECONDS }
        asked = OneLogin::RubySaml::SloLogoutrequest.new(query["SAMLRequest"].to_s, options)
        return asked if asked.is_valid? && asked.issuer == @provider && asked.name_id

        raise ArgumentError, "not valid, or of whom?"
      end

      # Fresh ones each time: questions leave traces in them.
      def settings
        read = OneLogin::RubySaml::IdpMetadataParser.new.parse(@metadata, settings: base)
        read.idp_cert_fingerprint = nil # a certificate is compared whole
        read
      end

      def base
        OneLogin::RubySaml::Settings.new(
          sp_entity_id: "#{@address}/sign-on/metadata",
          assertion_consumer_service_url: "#{@address}/sign-on/assertion",
          single_logout_service_url: "#{@address}/sign-on/logout",
          certificate: @own && @own[/-----BEGIN CERT.*?-----END CERTIFICATE-----/m],
          private_key: @own && @own[/-----BEGIN [A-Z ]*PRIVATE KEY.*?-----END [A-Z ]*PRIVATE KEY-----/m],
          soft: false,
          security: security
        )
      end

      def security
        {
          want_assertions_signed: true,
          want_name_id: true,
          strict_audience_validation: true,
          check_idp_cert_expiration: true,
          authn_requests_signed: !@own.nil?,
          logout_requests_signed: !@own.nil?,
          logout_responses_signed: !@own.nil?,
          digest_method: SHA256,
          signature_method: RSA_SHA256
        }
      end

      def vouched(held)
        addresses = [(held.name_id if held.name_id_format == EMAIL), *told(held, ADDRESSES)]
        Core::Offices::Vouched.new(
          provider: @provider,
          subject: held.name_id,
          name: told(held, NAMES).first.to_s.strip,
          email: addresses.compact.first.to_s.strip,
          verified: true, # it is the office's own provider that says so
          groups: Array(held.attributes.multi(@groups)).map(&:to_s),
          acr: held.authn_context_class_ref.to_s,
          amr: [],
          session: held.sessionindex.to_s,
          token: JSON.generate([held.name_id, held.name_id_format, held.sessionindex])
        )
      end

      def told(held, names) = names.flat_map { |name| Array(held.attributes.multi(name)) }.compact

      def holding
        yield
      rescue *FAULTS
        refuse(:sign_on_unreliable)
      end

      def refuse(reason) = raise(Errors::Invalid, { "sign_on" => reason })
    end
  end
end
