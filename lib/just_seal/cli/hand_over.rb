# frozen_string_literal: true

require "optparse"

module JustSeal
  module Cli
    # `bin/justseal hand-over TRANSFER --out FOLDER`: writes every package of a transfer into a folder.
    module HandOver
      module_function

      def call(arguments)
        given = {}
        numbers = OptionParser.new { |parser| parser.on("--out FOLDER") { |path| given[:out] = path } }.parse(arguments)
        return Cli.wrong_use unless numbers.size == 1 && given[:out]

        Cli.connect
        written = write(numbers.first, given[:out])
        puts Cli.say("hand_over.written", count: written, folder: given[:out])
        0
      rescue OptionParser::ParseError, SystemCallError => e
        warn Words.problem(e)
        WRONG_USE
      end

      # Returns how many.
      def write(number, folder)
        transfer = Queries::Transfers.find(number) or raise Errors::Missing.new(:no_transfer, number: number)
        packages = Queries::Transfers.packages(transfer)
        packages.each do |line|
          bytes, name = Operations::HandOutPackage.call(Cli.actor, number: number, record: line.record.number)
          File.binwrite(File.join(folder, name), bytes)
        end
        packages.size
      end
    end
  end
end
