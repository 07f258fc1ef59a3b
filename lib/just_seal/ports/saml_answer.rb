# frozen_string_literal: true

require "nokogiri"
require "ruby-saml"

module JustSeal
  module Ports
    # An answer of a SAML provider, held more strictly than the library does by itself: the assertion itself (and not
    # only what is around it) has to be to our question, and to be signed by what nobody can forge.
    class SamlAnswer < OneLogin::RubySaml::Response
      WEAK = /(sha1|md5)\z/i
      # What says to which question an assertion is (SAML 2.0 Core, 2.4.1.2).
      CONFIRMED = "/a:Subject/a:SubjectConfirmation/a:SubjectConfirmationData"

      # +request+: number of the question. Raises OneLogin::RubySaml::ValidationError.
      def hold!(request)
        raise OneLogin::RubySaml::ValidationError, "does not hold" unless is_valid?

        confirmed = xpath_first_from_signed_assertion(CONFIRMED)&.attributes
        same = confirmed && confirmed["InResponseTo"] == request && confirmed["NotOnOrAfter"] && confirmed["Recipient"]
        raise OneLogin::RubySaml::ValidationError, "to another question" unless same
        raise OneLogin::RubySaml::ValidationError, "signed weakly" if weak?

        self
      end

      # When somebody showed there who they are; nil where it is not said.
      def shown_at
        stated = xpath_first_from_signed_assertion("/a:AuthnStatement")&.attributes
        stated && stated["AuthnInstant"] && Time.iso8601(stated["AuthnInstant"])
      rescue ArgumentError
        nil
      end

      private

      # As a strict reader has it: the library's is lenient, and what two read differently is not to be trusted. Raises
      # Nokogiri::XML::SyntaxError.
      def plain = Nokogiri::XML(response) { |config| config.strict.nonet }

      def weak?
        names = plain.xpath("//*[local-name()='SignatureMethod' or local-name()='DigestMethod']")
        names.any? { |node| WEAK.match?(node["Algorithm"].to_s) }
      end
    end
  end
end
