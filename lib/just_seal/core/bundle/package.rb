# frozen_string_literal: true

require "nokogiri"
require "openssl"
require "stringio"
require "zip"

# A setting of the library for the whole process: with it every entry would carry an extra field, which the first one of
# a container must not (ETSI EN 319 162-1, annex A.1).
Zip.write_zip64_support = false

module JustSeal
  module Core
    module Bundle
      # An ASiC-E container (ETSI EN 319 162-1): files in a zip, a manifest with the SHA-256 of each, and a CAdES
      # signature with a time-stamp over the manifest.
      module Package
        MIME = "application/vnd.etsi.asic-e+zip"
        MANIFEST = "META-INF/ASiCManifest.xml"
        SIGNATURE = "META-INF/signature.p7s"
        SUMS = "SHA256SUMS"
        ASIC = "http://uri.etsi.org/02918/v1.2.1#"
        DSIG = "http://www.w3.org/2000/09/xmldsig#"
        SHA256 = "http://www.w3.org/2001/04/xmlenc#sha256"
        TYPES = {
          ".pdf" => "application/pdf",
          ".json" => "application/json",
          ".jsonl" => "application/jsonl",
          ".txt" => "text/plain",
          ".pem" => "application/x-pem-file",
          ".crl" => "application/pkix-crl",
          ".ocsp" => "application/ocsp-response",
          ".tst" => "application/timestamp-token"
        }.freeze
        MAX_FILES = 2_000
        MAX_BYTES = 600 * 1024 * 1024
        # PDFs hardly shrink, texts to a tenth.
        MAX_RATIO = 20

        # What the zip library raises on what is no zip, or a damaged one.
        MALFORMED = [
          Zip::Error,
          Zlib::Error,
          NoMethodError,
          TypeError,
          ArgumentError,
          RangeError,
          EncodingError,
          IOError,
          SystemCallError
        ].freeze

        # +files+: {name => bytes}, without what META-INF holds.
        Content = Value.of(:files, :manifest, :signature)

        module_function

        # Bytes of the container. +files+: {name => bytes}; +signer+: Pdf::Signer; +timestamp+: callable, as of
        # Pdf::Signing; +at+: Time.
        def write(files, signer:, timestamp:, at:)
          all = files.merge(SUMS => sums(files))
          manifest = manifest(all)
          signature = Pdf::Signing.signed_data(
            manifest,
            signer.certificate,
            type: :cms,
            key: signer.key,
            digest_algorithm: signer.digest || "sha256",
            certificates: signer.chain,
            signing_time: at,
            timestamp_handler: Pdf::Signing::Stamper.new(timestamp: timestamp)
          )
          zip(all.merge(MANIFEST => manifest, SIGNATURE => signature), at)
        end

        # As `sha256sum --check` reads it.
        def sums(files)
          files.map do |name, bytes|
            "#{OpenSSL::Digest::SHA256.hexdigest(bytes)}  #{name}\n"
          end.sort_by { |line| line[66..] }.join
        end

        # ETSI EN 319 162-1, annex A.4.
        def manifest(files)
          builder = Nokogiri::XML::Builder.new(encoding: "UTF-8") do |xml|
            xml.ASiCManifest("xmlns" => ASIC, "xmlns:ds" => DSIG) do
              xml.SigReference("URI" => SIGNATURE, "MimeType" => "application/pkcs7-signature")
              files.sort.each do |name, bytes|
                xml.DataObjectReference(
                  "URI" => uri(name),
                  "MimeType" => TYPES.fetch(File.extname(name), "application/octet-stream")
                ) do
                  xml["ds"].DigestMethod("Algorithm" => SHA256)
                  xml["ds"].DigestValue(OpenSSL::Digest::SHA256.base64digest(bytes))
                end
              end
            end
          end
          builder.to_xml
        end

        # RFC 3986: the names of files hold letters of any script.
        def uri(name)
          name.gsub(%r{[^A-Za-z0-9/._-]}) { |character| character.bytes.map { |byte| format("%%%02X", byte) }.join }
        end

        def name_of(uri) = uri.gsub(/%\h\h/) { |code| code[1..].hex.chr }.b.force_encoding(Encoding::UTF_8)

        # The first entry says what it is, unpacked and without extra fields, so that it stands at a known place (6.1).
        def zip(files, at)
          time = Zip::DOSTime.from_time(at.utc)
          out = Zip::OutputStream.write_buffer(StringIO.new("".b)) do |zip|
            zip.put_next_entry(
              Zip::Entry.new("", "mimetype", compression_method: Zip::Entry::STORED, time: time),
              nil,
              nil,
              Zip::Entry::STORED
            )
            zip.write(MIME)
            files.each do |name, bytes|
              zip.put_next_entry(Zip::Entry.new("", name, time: time))
              zip.write(bytes)
            end
          end
          out.string
        end

        # Content of container +bytes+. Raises Refused :no_bundle with what is wrong about it.
        def read(bytes)
          container = bytes.start_with?("PK\x03\x04".b) && bytes.byteslice(30, 8 + MIME.length) == "mimetype#{MIME}"
          refuse(:no_container) unless container
          files = unpacked(bytes)
          files.delete("mimetype")
          manifest = files.delete(MANIFEST)
          signature = files.delete(SIGNATURE)
          refuse(:no_manifest) unless manifest && signature
          Content.new(files: files, manifest: manifest, signature: signature)
        rescue *MALFORMED
          refuse(:damaged)
        end

        def refuse(problem) = raise(Refused.new(:no_bundle, problem: problem))

        # {name => bytes}; what is too much, or stands there twice, is refused before it is unpacked.
        def unpacked(bytes)
          zip = Zip::File.open_buffer(StringIO.new(bytes))
          names = zip.entries.map(&:name)
          refuse(:names_twice) if names.uniq.size != count(bytes)
          refuse(:too_many_files) if names.size > MAX_FILES

          left = [MAX_BYTES, bytes.bytesize * MAX_RATIO].min
          zip.entries.select(&:file?).to_h do |entry|
            content = content(entry, left)
            left -= content.bytesize
            [entry.name.dup.force_encoding(Encoding::UTF_8), content]
          end
        end

        # At most +most+ bytes.
        def content(entry, most)
          entry.get_input_stream.read(most + 1).to_s.b.tap { |bytes| refuse(:too_large) if bytes.bytesize > most }
        end

        # How many entries the central directory says it has: two of one name would hide one another. PKWARE APPNOTE,
        # 4.3.16.
        def count(bytes) = bytes.rindex("PK\x05\x06".b)&.then { |at| bytes.byteslice(at + 10, 2).unpack1("v") }

        # {name => SHA-256 in base64} of +manifest+. Raises Refused :no_bundle.
        def listed(manifest)
          xml = Nokogiri::XML(manifest) { |config| config.strict.nonet }
          xml.xpath("//a:DataObjectReference", "a" => ASIC).to_h do |reference|
            method = reference.at_xpath("d:DigestMethod", "d" => DSIG)
            refuse(:other_digest) unless method&.[]("Algorithm") == SHA256

            [name_of(reference["URI"].to_s), reference.at_xpath("d:DigestValue", "d" => DSIG)&.text.to_s.strip]
          end
        rescue Nokogiri::XML::SyntaxError
          refuse(:manifest_unreadable)
        end
      end
    end
  end
end
