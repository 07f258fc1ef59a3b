# frozen_string_literal: true

require "optparse"

module JustSeal
  module Cli
    # `bin/justseal bundle NUMBER --out FILE.asice`
    module Bundle
      module_function

      def call(arguments)
        options = {}
        numbers = OptionParser.new { |parser| parser.on("--out FILE") { |file| options[:out] = file } }.parse(arguments)
        return Cli.wrong_use unless numbers.size == 1 && options[:out]

        Cli.connect
        bytes, = Operations::ExportBundle.call(Cli.actor, number: numbers.first)
        File.binwrite(options[:out], bytes)
        puts Cli.say("bundle.written", file: options[:out], count: bytes.bytesize)
        0
      rescue OptionParser::ParseError, SystemCallError => e
        warn Words.problem(e)
        WRONG_USE
      end
    end
  end
end
