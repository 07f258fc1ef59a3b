# frozen_string_literal: true

require "nokogiri"

module JustSeal
  module Core
    module Pdf
      class Check
        # A check's report as other programs read it (ETSI TS 119 102-2, 1.2.1).
        class ValidationReport
          NAMESPACES = {
            "xmlns" => "http://uri.etsi.org/19102/v1.2.1#",
            "xmlns:ds" => "http://www.w3.org/2000/09/xmldsig#"
          }.freeze
          URN = "urn:etsi:019102"
          SHA256 = "http://www.w3.org/2001/04/xmlenc#sha256"
          TIME = "%FT%TZ"
          # RFC 5280, 5.3.1, as the standard words it.
          REASONS = {
            nil => "unspecified",
            0 => "unspecified",
            1 => "keyCompromise",
            2 => "cACompromise",
            3 => "affiliationChanged",
            4 => "superseded",
            5 => "cessationOfOperation",
            6 => "certificateHold",
            8 => "removeFromCRL",
            9 => "privilegeWithdrawn",
            10 => "aACompromise"
          }.freeze

          # XML 1.0, 2.2: what no document can hold; a name in a file may.
          NO_XML = /[^\t\n\r\u0020-\uD7FF\uE000-\uFFFD\u{10000}-\u{10FFFF}]/

          # +report+: Report; returns XML, a String. A file without signatures has a status and nothing else.
          def self.call(report) = new(report).to_s

          def initialize(report) = @report = report

          def to_s
            Nokogiri::XML::Builder.new(encoding: "UTF-8") do |xml|
              xml.ValidationReport(NAMESPACES) do
                @report.signatures.each.with_index(1) { |one, number| signature(xml, one, number) }
                bare(xml) if @report.signatures.empty?
                objects(xml)
              end
            end.to_xml
          end

          private

          def signature(xml, one, number)
            xml.SignatureValidationReport do
              identifier(xml, one, number)
              times(xml, one)
              signer(xml, one)
              process(xml)
              status(xml, one)
            end
          end

          def bare(xml)
            xml.SignatureValidationReport { indication(xml, @report.indication, @report.findings) }
          end

          # The digest is of the bytes that are covered; the value stands in the document.
          def identifier(xml, one, number)
            return unless one.digest

            xml.SignatureIdentifier(Id: "signature-#{number}") do
              xml.DigestAlgAndValue { digest(xml, one.digest) }
              xml.HashOnly false
              xml.DocHashOnly false
              xml.DAIdentifier plain(one.field)
            end
          end

          def digest(xml, value)
            xml["ds"].DigestMethod(Algorithm: SHA256)
            xml["ds"].DigestValue [value].pack("m0")
          end

          def times(xml, one)
            xml.ValidationTimeInfo do
              xml.ValidationTime @report.at.utc.strftime(TIME)
              xml.BestSignatureTime { proved(xml, one) }
            end
          end

          # At what time it is known to have been there, and by what.
          def proved(xml, one)
            stamped = one.time_source == :time_stamp && one.trusted?
            time = stamped ? one.time : one.proven_at
            xml.POETime((time || @report.at).utc.strftime(TIME))
            xml.TypeOfProof "#{URN}:poetype:#{stamped ? "provided" : "validation"}"
          end

          def signer(xml, one)
            return unless one.certificate

            xml.SignerInformation do
              xml.SignerCertificate(VOReference: name(one.certificate))
              xml.Signer plain(one.signer)
            end
          end

          def process(xml)
            xml.SignatureValidationProcess { xml.SignatureValidationProcessID "#{URN}:validationprocess:LTA" }
          end

          def status(xml, one)
            indication(xml, one.indication, one.findings) do
              chain(xml, one.chain) if one.chain.any?
              revocation(xml, one)
            end
          end

          def indication(xml, indication, findings)
            xml.SignatureValidationStatus do
              xml.MainIndication "#{URN}:mainindication:#{indication.main.downcase}"
              xml.SubIndication "#{URN}:subindication:#{indication.sub}" if indication.sub
              xml.AssociatedValidationReportData do
                yield if block_given?
                further(xml, findings)
              end
            end
          end

          def chain(xml, certificates)
            first, *rest = certificates
            xml.CertificateChain do
              xml.SigningCertificate(VOReference: name(first))
              rest.each { |one| xml.IntermediateCertificate(VOReference: name(one)) }
            end
          end

          def revocation(xml, one)
            revoked = one.chain.find { |certificate| one.statuses[certificate.fingerprint]&.revoked? } or return
            state = one.statuses[revoked.fingerprint].revoked
            xml.RevocationStatusInformation do
              xml.ValidationObjectId(VOReference: name(revoked))
              xml.RevocationTime state.at.utc.strftime(TIME)
              xml.RevocationReason "#{URN}:revocationReason:#{REASONS.fetch(state.reason, "unspecified")}"
            end
          end

          # The findings, by their codes.
          def further(xml, findings)
            return if findings.empty?

            xml.AdditionalValidationReportData do
              findings.each do |finding|
                xml.ReportData do
                  xml.Type "urn:just-seal:finding"
                  xml.Value finding.code
                end
              end
            end
          end

          def objects(xml)
            certificates = @report.signatures.flat_map do |one|
              [*one.chain, *one.authority_chain, one.certificate].compact
            end
            return if certificates.empty?

            xml.SignatureValidationObjects do
              certificates.uniq(&:fingerprint).each { |one| object(xml, one) }
            end
          end

          def object(xml, certificate)
            xml.ValidationObject(Id: name(certificate)) do
              xml.ObjectType "#{URN}:validationObject:certificate"
              xml.ValidationObjectRepresentation { xml.base64 [certificate.der].pack("m0") }
            end
          end

          def plain(text)
            text.to_s.dup.force_encoding(Encoding::UTF_8).scrub("\u{FFFD}").gsub(NO_XML, "\u{FFFD}")
          end

          def name(certificate) = "certificate-#{certificate.fingerprint}"
        end
      end
    end
  end
end
