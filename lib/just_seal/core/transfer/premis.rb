# frozen_string_literal: true

require "nokogiri"
require "openssl"

module JustSeal
  module Core
    module Transfer
      # What happened to a record and its files, by whom, and by which right they are handed over (PREMIS 3.0): objects
      # with fixity, size, format and what must not get lost of them; the ledger's entries as events; their agents.
      module Premis
        NAME = "premis.xml"
        SPACE = "http://www.loc.gov/premis/v3"
        XSI = "http://www.w3.org/2001/XMLSchema-instance"
        # Kinds of entries, by their beginning, as the vocabulary of event types at id.loc.gov names them. Other kinds
        # stand as they are.
        EVENTS = {
          "record.captured" => "capture",
          "record.corrected" => "metadata modification",
          "record.moved" => "metadata modification",
          "record.revised" => "modification",
          "record.packed" => "information package creation",
          "record.downloaded" => "dissemination",
          "document.downloaded" => "dissemination",
          "document.renewed" => "digital signature generation",
          "docket.sealed" => "digital signature generation",
          "docket.exported" => "dissemination",
          "party.acted" => "digital signature generation"
        }.freeze
        AGENTS = { "staff" => "person", "party" => "person", "system" => "software" }.freeze

        module_function

        # +account+: as Package; +files+: {path => bytes}; +entries+: parsed entries of the chains of the record and its
        # dockets, as they are told; +basis+: {"class", "version", "due_on", "authority", "basis", ...} by which it is
        # handed over; +archive+: name of whom it is handed to. Returns the text.
        def call(account, files, entries, basis:, archive:)
          agents = entries.map { |entry| agent_of(entry["actor"]) }.uniq
          builder = Nokogiri::XML::Builder.new(encoding: "UTF-8") do |xml|
            xml.premis("xmlns" => SPACE, "xmlns:xsi" => XSI, "version" => "3.0") do
              record(xml, account, files)
              files.each { |path, bytes| file(xml, account, path, bytes) }
              entries.each { |entry| event(xml, account, entry) }
              agents.each { |agent| agent(xml, *agent) }
              rights(xml, account, basis, archive)
            end
          end
          builder.to_xml
        end

        # [identifier, name, type]
        def agent_of(actor)
          name = actor["name"].to_s
          name = Mets::SOFTWARE if name.empty? && actor["kind"] == "system"
          kind = actor["kind"].to_s
          ["#{kind}:#{name}", name.empty? ? "-" : name, AGENTS.fetch(kind, "person")]
        end

        def identified(xml, what, type, value)
          xml.send(:"#{what}Identifier") do
            xml.send(:"#{what}IdentifierType", type)
            xml.send(:"#{what}IdentifierValue", value)
          end
        end

        def significant(xml, type, value)
          xml.significantProperties do
            xml.significantPropertiesType type
            xml.significantPropertiesValue value.to_s
          end
        end

        def record(xml, account, files)
          xml.object("xsi:type" => "premis:representation", "xmlns:premis" => SPACE) do
            identified(xml, "object", "record", account["number"])
            significant(xml, "title", account["title"])
            significant(xml, "class", "#{account["class"]["code"]} #{account["class"]["title"]}")
            significant(xml, "case file", "#{account["case_file"]["code"]} #{account["case_file"]["title"]}")
            account["particulars"].each do |name, value|
              significant(xml, "particular: #{name}", Array(value).join("; "))
            end
            files.each_key { |path| related(xml, path) }
          end
        end

        def related(xml, path)
          xml.relationship do
            xml.relationshipType "structural"
            xml.relationshipSubType "has part"
            identified(xml, "relatedObject", "path", path)
          end
        end

        def file(xml, account, path, bytes)
          version = account["versions"].find { |one| one["file"] == path }
          xml.object("xsi:type" => "premis:file", "xmlns:premis" => SPACE) do
            identified(xml, "object", "path", path)
            version && properties(xml, version)
            characteristics(xml, path, bytes)
            name = version && version["file_name"]
            xml.originalName name unless name.to_s.empty?
          end
        end

        def properties(xml, version)
          significant(xml, "version", version["number"])
          significant(xml, "kind", version["kind"])
          significant(xml, "pages", version["pages"]) if version["pages"].positive?
          significant(xml, "made at", version["made_at"])
        end

        def characteristics(xml, path, bytes)
          format = Formats.of(path, bytes)
          xml.objectCharacteristics do
            Bag::ALGORITHMS.each do |name, digest|
              xml.fixity do
                xml.messageDigestAlgorithm name.sub("sha", "SHA-")
                xml.messageDigest digest.hexdigest(bytes)
              end
            end
            xml.size bytes.bytesize
            format(xml, format)
          end
        end

        def format(xml, format)
          xml.format do
            xml.formatDesignation do
              xml.formatName format.name
              xml.formatVersion format.version if format.version
            end
            if format.key
              xml.formatRegistry do
                xml.formatRegistryName "PRONOM"
                xml.formatRegistryKey format.key
              end
            end
          end
        end

        def event(xml, account, entry)
          xml.event do
            identified(xml, "event", "ledger", "#{entry["docket"]}/#{entry["seq"]}")
            xml.eventType EVENTS.fetch(entry["kind"], entry["kind"])
            xml.eventDateTime entry["at"]
            xml.eventDetailInformation do
              xml.eventDetail Ledger::Canonical.dump("kind" => entry["kind"], "facts" => entry["facts"].to_h)
            end
            identified(xml, "linkingAgent", "ledger", agent_of(entry["actor"]).first)
            identified(xml, "linkingObject", "record", account["number"])
          end
        end

        def agent(xml, identifier, name, type)
          xml.agent do
            identified(xml, "agent", "ledger", identifier)
            xml.agentName name
            xml.agentType type
          end
        end

        def rights(xml, account, basis, archive)
          xml.rights do
            xml.rightsStatement do
              identified(xml, "rightsStatement", "retention schedule", "#{basis["class"]}/#{basis["version"]}")
              xml.rightsBasis "other"
              xml.otherRightsInformation do
                xml.otherRightsBasis basis["basis"].to_s
                xml.otherRightsNote basis["authority"].to_s
              end
              xml.rightsGranted do
                xml.act "transfer"
                xml.termOfGrant { xml.startDate basis["due_on"] }
                xml.rightsGrantedNote archive
              end
              identified(xml, "linkingObject", "record", account["number"])
            end
          end
        end
      end
    end
  end
end
