# frozen_string_literal: true

require "nokogiri"
require "openssl"

module JustSeal
  module Core
    module Transfer
      # Which files a package has, what each is for, and how they belong together (METS 1.11).
      module Mets
        NAME = "mets.xml"
        METS = "http://www.loc.gov/METS/"
        XLINK = "http://www.w3.org/1999/xlink"
        DC = "http://purl.org/dc/elements/1.1/"
        SOFTWARE = "Just Seal"

        module_function

        # +account+: as Package; +files+: {path => bytes} of everything but itself; +at+: Time. Returns the text.
        def call(account, files, at:)
          ids = files.keys.each_with_index.to_h { |path, index| [path, "file-#{index + 1}"] }
          builder = Nokogiri::XML::Builder.new(encoding: "UTF-8") do |xml|
            xml.mets(namespaces.merge("OBJID" => account["number"], "LABEL" => account["title"], "TYPE" => "record")) do
              header(xml, account, at)
              described(xml, account)
              administered(xml, files.fetch(Premis::NAME))
              file_section(xml, files.except(Premis::NAME), ids)
              structure(xml, account, ids)
            end
          end
          builder.to_xml
        end

        # {path => SHA-256 in hex} of all that +text+ lists. Raises Nokogiri::XML::SyntaxError.
        def listed(text)
          xml = Nokogiri::XML(text) { |config| config.strict.nonet }
          spaces = { "m" => METS, "x" => XLINK }
          files = xml.xpath("//m:file", spaces).to_h { |one| [one.at_xpath("m:FLocat/@x:href", spaces), one] }
          premis = xml.xpath("//m:mdRef", spaces).to_h { |one| [one.at_xpath("@x:href", spaces), one] }
          premis.merge(files).to_h { |href, one| [Bundle::Package.name_of(href.value), one["CHECKSUM"]] }
        end

        def namespaces = { "xmlns" => METS, "xmlns:xlink" => XLINK, "xmlns:dc" => DC }
        def time(at) = at.utc.strftime("%FT%TZ")

        def header(xml, account, at)
          xml.metsHdr("CREATEDATE" => time(at)) do
            agent(xml, account["office"], "ROLE" => "CREATOR", "TYPE" => "ORGANIZATION")
            agent(xml, SOFTWARE, "ROLE" => "CREATOR", "TYPE" => "OTHER", "OTHERTYPE" => "SOFTWARE")
          end
        end

        def agent(xml, name, **attributes)
          xml.agent(attributes) { xml.name name }
        end

        def described(xml, account)
          xml.dmdSec("ID" => "described") do
            xml.mdWrap("MDTYPE" => "DC") do
              xml.xmlData do
                xml["dc"].title account["title"]
                xml["dc"].identifier account["number"]
                xml["dc"].publisher account["office"]
                xml["dc"].date account["captured_at"]
                xml["dc"].type_ account["class"]["title"]
                xml["dc"].relation account["case_file"]["title"]
              end
            end
          end
        end

        def administered(xml, premis)
          xml.amdSec("ID" => "administered") do
            xml.digiprovMD("ID" => "premis") do
              xml.mdRef(
                "LOCTYPE" => "URL",
                "xlink:href" => Premis::NAME,
                "MDTYPE" => "PREMIS",
                "MDTYPEVERSION" => "3.0",
                **fixity(premis, "text/xml")
              )
            end
          end
        end

        def fixity(bytes, type)
          {
            "MIMETYPE" => type,
            "SIZE" => bytes.bytesize,
            "CHECKSUM" => OpenSSL::Digest::SHA256.hexdigest(bytes),
            "CHECKSUMTYPE" => "SHA-256"
          }
        end

        def file_section(xml, files, ids)
          groups = files.group_by { |path, _| path.include?("/") ? path[%r{\A[^/]+}] : "evidence" }
          xml.fileSec do
            groups.each do |use, some|
              xml.fileGrp("USE" => use) { some.each { |path, bytes| file(xml, path, bytes, ids.fetch(path)) } }
            end
          end
        end

        def file(xml, path, bytes, id)
          xml.file("ID" => id, "ADMID" => "premis", **fixity(bytes, Formats.of(path, bytes).name)) do
            xml.FLocat("LOCTYPE" => "URL", "xlink:href" => Bundle::Package.uri(path))
          end
        end

        # The record, its versions in order, and what proves it.
        def structure(xml, account, ids)
          xml.structMap("TYPE" => "logical") do
            xml.div("TYPE" => "record", "LABEL" => account["number"], "DMDID" => "described", "ADMID" => "premis") do
              account["versions"].each { |version| division(xml, version, ids) }
              rest = ids.keys - account["versions"].map { |one| one["file"] } - [Premis::NAME]
              rest.each { |path| pointed(xml, "evidence", path, ids.fetch(path)) }
            end
          end
        end

        def division(xml, version, ids)
          xml.div("TYPE" => version["kind"], "ORDER" => version["number"], "LABEL" => version["file"]) do
            xml.fptr("FILEID" => ids.fetch(version["file"]))
          end
        end

        def pointed(xml, type, label, id)
          xml.div("TYPE" => type, "LABEL" => label) { xml.fptr("FILEID" => id) }
        end
      end
    end
  end
end
