# frozen_string_literal: true

require "hexapdf"
require "stringio"

module JustSeal
  module Core
    module Pdf
      # Adds PAdES signatures and document time-stamps as incremental updates: the bytes that were there stay as they
      # are.
      module Signing
        # Room for the signature, its certificates and its time-stamp token, in bytes. A real authority's token is 4 to
        # 8 kB.
        RESERVED_BYTES = 12_000
        PRODUCER = { App: { Name: :JustSeal } }.freeze

        # Hands a signature's value to the time-stamp port and encloses the token (ETSI EN 319 142-1, 5.3, B-T).
        Stamper = Value.of(:timestamp) do
          def sign(io, byte_range) = Trust::TimeStamp.over(timestamp, Signing.covered(io, byte_range))
        end

        # A PAdES signature that locks the named fields (ISO 32000-2, 12.8.2.4).
        class Handler < HexaPDF::DigitalSignature::Signing::DefaultHandler
          attr_accessor :locked_fields, :signed_by

          # As the library does it, by our SignedData.
          def sign(io, byte_range)
            return external_signing.call(io, byte_range) unless certificate

            Signing.signed_data(
              Signing.covered(io, byte_range),
              certificate,
              key: key,
              digest_algorithm: digest_algorithm,
              timestamp_handler: timestamp_handler,
              certificates: certificate_chain
            )
          end

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
            reference = doc.add(
              {
                Type: :SigRef,
                TransformMethod: :FieldMDP,
                TransformParams: params,
                Data: doc.catalog
              }
            )
            signature[:Reference] = [*signature[:Reference]&.to_a, reference]
          end
        end

        # A document time-stamp (ETSI EN 319 142-1, 5.4.3).
        Archive = Value.of(:timestamp) do
          def signature_size = RESERVED_BYTES

          def finalize_objects(_field, signature)
            # PDF/A stays what it says; ISO 19005-2 builds on 1.7, to which ETSI added this kind.
            signature.document.version = "2.0" unless Archival.claimed(signature.document)
            signature[:Type] = :DocTimeStamp
            signature[:Filter] = :"Adobe.PPKLite"
            signature[:SubFilter] = :"ETSI.RFC3161"
            signature[:Prop_Build] = PRODUCER
          end

          def sign(io, byte_range) = Trust::TimeStamp.over(timestamp, Signing.covered(io, byte_range))
        end

        module_function

        # The bytes that a byte range covers.
        def covered(io, byte_range)
          byte_range.each_slice(2).sum("".b) do |offset, length|
            io.pos = offset
            io.read(length).to_s
          end
        end

        # +signer+: Signer; +timestamp+: callable, SHA-256 digest in, token DER out; +at+: Time. Further options as in
        # Handler.
        def handler(signer:, timestamp:, at:, **options)
          Handler.new(
            certificate: signer.certificate,
            certificate_chain: signer.chain,
            key: signer.key,
            signature_type: :pades,
            digest_algorithm: signer.digest || "sha256",
            timestamp_handler: Stamper.new(timestamp: timestamp),
            signature_size: RESERVED_BYTES,
            signing_time: at,
            **options
          )
        end

        # Signs +doc+ by +handler+ in signature field +field+ (nil: an invisible one) and returns all bytes.
        def add(doc, handler, field: nil)
          out = StringIO.new("".b)
          doc.signatures.add(out, handler, signature: field)
          out.string
        end

        # Adds the place of a signature whose key signs elsewhere. +digest_algorithm+: as of Signer. Returns [bytes,
        # digest of the signed attributes (RFC 5652, 5.4)], which is what that key has to sign.
        def prepare(doc, certificate:, field:, at:, digest_algorithm: "sha256", **options)
          covered = nil
          capture = lambda do |io, byte_range|
            covered = Signing.covered(io, byte_range)
            ""
          end
          handler = Handler.new(
            external_signing: capture,
            signature_type: :pades,
            signature_size: RESERVED_BYTES,
            signing_time: at,
            **options
          )
          bytes = add(doc, handler, field: field)
          digest = nil
          signed_data(covered, certificate, digest_algorithm: digest_algorithm) { |_, hash| (digest = hash) && "" }
          [bytes, digest]
        end

        # Puts +signature+ (of the digest that prepare gave, by +certificate+'s key), with its certificates and a
        # time-stamp, into its place in +bytes+; +name+: of the field; +digest_algorithm+: that of prepare.
        # Raises Refused :not_by_this_key.
        def finish(bytes, name:, certificate:, chain:, signature:, timestamp:, digest_algorithm: "sha256")
          io = StringIO.new(bytes.dup)
          range = HexaPDF::Document.new(io: io).acro_form.field_by_name(name).field_value[:ByteRange].value
          cms = signed_data(
            covered(io, range),
            certificate,
            certificates: chain,
            digest_algorithm: digest_algorithm,
            timestamp_handler: Stamper.new(timestamp: timestamp)
          ) do |algorithm, hash|
            raise Refused, :not_by_this_key unless signed?(certificate, algorithm, signature, hash)

            signature
          end
          HexaPDF::DigitalSignature::Signing.embed_signature(io, cms)
          io.string
        end

        # DER of a detached CMS SignedData over +covered+ (RFC 5652), of type :pades or :cms (with a signing time, as
        # CAdES wants it).
        def signed_data(covered, certificate, **options, &)
          SignedData.create(
            covered,
            type: :pades, certificate: certificate, digest_algorithm: "sha256", **options,
            &
          ).to_der
        end

        # Is +signature+ that of +hash+ by the key of +certificate+? What is no signature at all is not.
        def signed?(certificate, algorithm, signature, hash)
          certificate.public_key.verify_raw(algorithm, signature, hash)
        rescue OpenSSL::PKey::PKeyError
          false
        end

        # A document over +bytes+ whose changes become one incremental update.
        def open(bytes) = HexaPDF::Document.new(io: StringIO.new(bytes))
      end
    end
  end
end
