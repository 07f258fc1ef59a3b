# frozen_string_literal: true

require "json"
require "openssl"
require "optparse"

module JustSeal
  module Cli
    # What `verify` and `check-bundle` are asked besides the file: by whose roots and algorithms, for which day, sealed
    # by whom, with which proof that it was there, and how the answer shall look.
    class CheckOptions
      UNREADABLE = [
        JSON::ParserError,
        TypeError,
        NoMethodError,
        ArgumentError,
        EncodingError,
        OpenSSL::X509::CertificateError
      ].freeze

      attr_reader :files, :format

      # +arguments+: words of the command line. Raises OptionParser::ParseError for what it does not know.
      def initialize(arguments, formats: %i[words json])
        @format = :words
        @sealers = []
        @files = parser(formats).parse(arguments)
      end

      # As Core::Pdf::Check.call takes it.
      def to_h = { roots: roots, at: @at || Time.now.utc, sealers: sealers, register: register }

      # The proof of existence that was named, nil without one.
      def proof = @proof && File.read(@proof)

      private

      def parser(formats)
        OptionParser.new do |parser|
          parser.on("--json") { @format = :json }
          parser.on("--report KIND", formats - %i[words json]) { |kind| @format = kind } if formats.include?(:xml)
          parser.on("--trust FILE") { |file| @trust = file }
          parser.on("--algorithms FILE") { |file| @algorithms = file }
          parser.on("--proof FILE") { |file| @proof = file }
          parser.on("--sealer NAME") { |name| @sealers << name }
          parser.on("--at DATE") { |date| @at = Words::Moment.read(date) or raise OptionParser::InvalidArgument }
        end
      end

      # The roots that were named, or the installation's own.
      def roots
        path = @trust || Settings.new.roots || demo_root
        path ? OpenSSL::X509::Certificate.load(File.read(path)) : []
      end

      # What an office says of algorithms, or what is shipped. Raises Errors::Missing where the file says nothing of it.
      def register
        Core::Trust::Register.read(@algorithms && File.read(@algorithms))
      rescue *UNREADABLE
        raise Errors::Missing.new(:algorithms_unreadable, path: @algorithms)
      end

      def sealers = @sealers.empty? ? Settings.new.pinned_sealers.to_a : @sealers

      def demo_root
        path = File.join(ROOT, "var", "office", "standins", "authority", "root.crt")
        path if File.exist?(path)
      end
    end
  end
end
