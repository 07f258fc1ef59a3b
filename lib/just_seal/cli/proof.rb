# frozen_string_literal: true

require "optparse"

module JustSeal
  module Cli
    # `bin/justseal proof FILE --out PROOF.json`
    module Proof
      module_function

      def call(arguments)
        options = { chains: [] }
        files = parser(options).parse(arguments)
        return Cli.wrong_use unless files.size == 1 && options[:out]

        sha256 = Core::Ledger::Entry.digest(Cli.bytes(files.first))
        Cli.connect
        File.write(options[:out], Queries::Existence.new(JustSeal.office).of_content(sha256, chains: options[:chains]))
        puts Cli.say("proof.written", file: options[:out])
        0
      rescue OptionParser::ParseError, SystemCallError => e
        warn Words.problem(e)
        WRONG_USE
      end

      def parser(options)
        OptionParser.new do |parser|
          parser.on("--out FILE") { |file| options[:out] = file }
          parser.on("--chain NAME") { |name| options[:chains] << name }
        end
      end
    end
  end
end
