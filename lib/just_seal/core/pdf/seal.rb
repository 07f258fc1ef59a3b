# frozen_string_literal: true

require "openssl"
require "stringio"

module JustSeal
  module Core
    module Pdf
      # Makes a signed document checkable for good: PAdES baseline B-LTA (ETSI EN 319 142-1, 6.2).
      module Seal
        # DER strings that prove the certificates and their status.
        Material = Value.of(:certificates, :ocsps, :crls) do
          def and(certificates, ocsps, crls)
            with(certificates: self.certificates | certificates, ocsps: self.ocsps | ocsps, crls: self.crls | crls)
          end
        end

        ARCHIVE = "Archive"

        module_function

        # Every certificate on which the signatures and time-stamps of +bytes+ rest, without duplicates.
        def certificates(bytes)
          Signing.open(bytes).signatures.flat_map { |signature| enclosed(signature) }.uniq(&:to_der)
        end

        # {certificates:, at:} of the newest document time-stamp of +bytes+, and its time: what a renewal has to prove,
        # since everything older is proved beneath it.
        def newest_stamp(bytes)
          stamps = Signing.open(bytes).signatures.select { |signature| signature[:SubFilter] == :"ETSI.RFC3161" }
          cms = Trust::Cms.read(stamps.max_by { |signature| signature[:ByteRange].to_a.last(2).sum }.contents)
          { certificates: cms.certificates, at: OpenSSL::Timestamp::TokenInfo.new(cms.content).gen_time }
        end

        # The certificate that made the signature in field +name+, nil where there is none.
        def signer(bytes, name)
          signature = Signing.open(bytes).acro_form&.field_by_name(name)&.field_value or return
          Trust::Cms.read(signature.contents).signer_certificate
        end

        # Adds a document security store with +material+ for every signature, then a document time-stamp.
        # +timestamp+: callable. Returns bytes.
        def call(bytes, material:, timestamp:)
          doc = Signing.open(with_store(bytes, material))
          form = doc.acro_form(create: true)
          number = form.each_field.count { |field| field.full_field_name.start_with?(ARCHIVE) } + 1
          field = form.create_signature_field("#{ARCHIVE}-#{number}")
          Signing.add(doc, Signing::Archive.new(timestamp: timestamp), field: field)
        end

        # ISO 32000-2, 12.8.4.3.
        def with_store(bytes, material)
          doc = Signing.open(bytes)
          doc.signatures.each do |signature|
            doc.catalog.dss.add_vri(signature, certs: material.certificates, ocsps: material.ocsps, crls: material.crls)
          end
          out = StringIO.new("".b)
          doc.write(out, incremental: true, update_fields: false)
          out.string
        end

        def enclosed(signature)
          cms = Trust::Cms.read(signature.contents)
          token = cms.time_stamp_token
          cms.certificates + (token ? Trust::Cms.read(token).certificates : [])
        end
      end
    end
  end
end
