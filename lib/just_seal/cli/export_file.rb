# frozen_string_literal: true

require "digest"
require "optparse"

module JustSeal
  module Cli
    # `bin/justseal export NUMBER --out FILE`: of a docket everything that proves it, of a record its newest version
    # that is no certificate, or version N with --version N.
    module ExportFile
      extend ByToken

      module_function

      def options(parser, given)
        parser.on("--out FILE") { |path| given[:out] = path }
        parser.on("--version NUMBER", Integer) { |number| given[:version] = number }
      end

      def done(client, number, given)
        raise OptionParser::MissingArgument, "--out" unless given[:out]

        bytes = docket?(client, number) ? client.fetch("/dockets/#{number}/bundle") : version(client, number, given)
        File.binwrite(given[:out], bytes)
        { "file" => given[:out], "size_bytes" => bytes.bytesize, "sha256" => Digest::SHA256.hexdigest(bytes) }
      rescue SystemCallError
        raise Errors::Missing.new(:file_not_written, path: given[:out])
      end

      def version(client, number, given)
        known = client.get("/records/#{number}")["versions"].reject { |one| one["kind"] == "certificate" }
        wanted = given[:version] || known.last["number"]
        client.fetch("/records/#{number}/versions/#{wanted}/file")
      end
    end
  end
end
