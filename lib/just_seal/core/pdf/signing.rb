# frozen_string_literal: true

require "hexapdf"
require "stringio"

module JustSeal
  module Core
    module Pdf
      # Adds PAdES signatures and document time-stamps as incremental updates: the bytes that were there stay as they are.
      module Signing
        # Room for the signature, its certificates and its time-stamp token, in bytes. A real authority's token is 4 to 8 kB.
        RESERVED_BYTES = 12_000
        PRODUCER = { App: { Name: :JustSeal } }.freeze

        # Hands a signature's value to the time-stamp port and encloses the token (ETSI EN 319 142-1, 5.3, B-T).
        Stamper = Value.of(:timestamp) do
          def sign(io, byte_range) = timestamp.call(OpenSSL::Digest::SHA256.digest(Signing.covered(io, byte_range)))
        end

        # A PAdES signature that locks the named fields (ISO 32000-2, 12.8.2.4).
        class Handler < HexaPDF::DigitalSignature::Signing::DefaultHandler
          attr_accessor :locked_fields, :signed_by

          def finalize_objects(field, signature)
            super
            signature[:Prop_Build] = PRODUCER
            signature[:Name] = signed_by if signed_by
            lock(signature) if locked_fields
          end

          private

          def lock(signature)
            doc = signature.document
            params = doc.add({ Type: :TransformParams, V: :"1.2", Action: :Include, Fields: locked_fields })
            reference = doc.add({ Type: :SigRef, TransformMethod: :FieldMDP, TransformParams: params, Data: doc.catalog })
            signature[:Reference] = [*signature[:Reference]&.to_a, reference]
          end
        end

        # A document time-stamp (ETSI EN 319 142-1, 5.4.3).
        Archive = Value.of(:timestamp) do
          def signature_size = RESERVED_BYTES

          def finalize_objects(_field, signature)
            signature.document.version = "2.0"
            signature[:Type] = :DocTimeStamp
            signature[:Filter] = :"Adobe.PPKLite"
            signature[:SubFilter] = :"ETSI.RFC3161"
            signature[:Prop_Build] = PRODUCER
          end

          def sign(io, byte_range) = timestamp.call(OpenSSL::Digest::SHA256.digest(Signing.covered(io, byte_range)))
        end

        module_function

        # The bytes that a byte range covers.
        def covered(io, byte_range)
          byte_range.each_slice(2).sum("".b) do |offset, length|
            io.pos = offset
            io.read(length).to_s
          end
        end

        # +signer+: Signer; +timestamp+: callable, SHA-256 digest in, token DER out; +at+: Time. Further options as in Handler.
        def handler(signer:, timestamp:, at:, **options)
          Handler.new(certificate: signer.certificate, certificate_chain: signer.chain, key: signer.key, signature_type: :pades,
            digest_algorithm: "sha256", timestamp_handler: Stamper.new(timestamp: timestamp),
            signature_size: RESERVED_BYTES, signing_time: at, **options)
        end

        # Signs +doc+ by +handler+ in signature field +field+ (nil: an invisible one) and returns all bytes.
        def add(doc, handler, field: nil)
          out = StringIO.new("".b)
          doc.signatures.add(out, handler, signature: field)
          out.string
        end

        # A document over +bytes+ whose changes become one incremental update.
        def open(bytes) = HexaPDF::Document.new(io: StringIO.new(bytes))
      end
    end
  end
end
