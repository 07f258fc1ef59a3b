# frozen_string_literal: true

require "optparse"

module JustSeal
  module Cli
    # `bin/justseal take-packages FILE.zip ... --as EMAIL`: takes in packages that an office made of its records. What
    # is refused is told, and the rest goes on.
    module TakePackages
      module_function

      # Exit code 1 where one was refused.
      def call(arguments)
        given = {}
        files = OptionParser.new { |parser| parser.on("--as EMAIL") { |email| given[:as] = email } }.parse(arguments)
        return Cli.wrong_use unless files.any? && given[:as]

        Cli.connect
        JustSeal.office.refresh
        actor = ImportRecords.actor(given[:as])
        files.map { |file| take(actor, file) }.all? ? 0 : 1
      rescue OptionParser::ParseError
        Cli.wrong_use
      end

      def take(actor, file)
        record = Operations::TakePackage.call(actor, bytes: Cli.bytes(file))
        puts Cli.say("take_packages.taken", file: File.basename(file), number: record.number)
        true
      rescue Errors::Invalid => e
        puts "#{File.basename(file)}: #{Words.problems(e.problems).values.join(" ")}"
        false
      end
    end
  end
end
