# frozen_string_literal: true

require "json"
require "tmpdir"

module JustSeal
  module Ports
    # Makes a PDF of a word processor's file with LibreOffice (Debian: libreoffice-writer-nogui). Each conversion has a
    # profile of its own, since two can't share one; in it macros are off, links to elsewhere are blocked, and the way
    # to the network leads nowhere.
    class LibreOffice
      MAX_SECONDS = 60
      # Conversions at once in one process; the time of those that wait does not count.
      PLACES = SizedQueue.new(2)
      NO = { "type" => "boolean", "value" => "false" }.freeze
      YES = { "type" => "boolean", "value" => "true" }.freeze
      # PDF/A-2b (ISO 19005-2), with marks for readers aloud.
      ARCHIVAL = { "type" => "long", "value" => "2" }.freeze
      FILTER = { "ExportFormFields" => NO, "UseTaggedPDF" => YES, "SelectPdfVersion" => ARCHIVAL }.freeze
      QUIETLY = %w[--headless --norestore --nolockcheck --nodefault].freeze
      # [path, property, value]
      CAUTION = [
        ["/org.openoffice.Office.Common/Security/Scripting", "DisableMacrosExecution", "true"],
        ["/org.openoffice.Office.Common/Security/Scripting", "BlockUntrustedRefererLinks", "true"],
        ["/org.openoffice.Office.Writer/Content/Update", "Link", "0"],
        ["/org.openoffice.Inet/Settings", "ooInetProxyType", "2"],
        ["/org.openoffice.Inet/Settings", "ooInetHTTPProxyName", "127.0.0.1"],
        ["/org.openoffice.Inet/Settings", "ooInetHTTPProxyPort", "9"],
        ["/org.openoffice.Inet/Settings", "ooInetHTTPSProxyName", "127.0.0.1"],
        ["/org.openoffice.Inet/Settings", "ooInetHTTPSProxyPort", "9"]
      ].freeze

      def initialize(program: "soffice", seconds: MAX_SECONDS)
        @program = program
        @seconds = seconds
      end

      # +bytes+: of a DOCX or ODT, or of flat ODT; +media+: "docx", "odt" or "fodt". Returns the PDF's bytes. Raises
      # Errors::Unavailable when there is no result in time; the program says so by its exit only sometimes, so what
      # counts is the file.
      def pdf(bytes, media)
        PLACES.push(media)
        made(bytes, media)
      ensure
        PLACES.pop
      end

      private

      def made(bytes, media)
        Dir.mktmpdir("just-seal-convert") do |folder|
          File.binwrite(File.join(folder, "document.#{media}"), bytes)
          write_profile(folder)
          profile = "-env:UserInstallation=file://#{folder}/profile"
          into = ["--convert-to", filter, "--outdir", folder, File.join(folder, "document.#{media}")]
          Program.run(@program, profile, *QUIETLY, *into, folder: folder, seconds: @seconds)
          made = File.join(folder, "document.pdf")
          raise Errors::Unavailable, :libre_office_failed unless File.size?(made)

          File.binread(made)
        end
      end

      def filter = "pdf:writer_pdf_Export:#{JSON.generate(FILTER)}"

      def write_profile(folder)
        FileUtils.mkdir_p(File.join(folder, "profile", "user"))
        items = CAUTION.map do |path, name, value|
          %(<item oor:path="#{path}"><prop oor:name="#{name}" oor:op="fuse"><value>#{value}</value></prop></item>)
        end
        File.write(File.join(folder, "profile", "user", "registrymodifications.xcu"), <<~XML)
          <?xml version="1.0" encoding="UTF-8"?>
          <oor:items xmlns:oor="http://openoffice.org/2001/registry"
            xmlns:xs="http://www.w3.org/2001/XMLSchema"
            xmlns:xsi="http://www.w3.org/2001/XMLSchema-instance">#{items.join}</oor:items>
        XML
      end
    end
  end
end
