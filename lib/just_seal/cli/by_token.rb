# frozen_string_literal: true

require "json"
require "optparse"

module JustSeal
  module Cli
    # A command for scripts, which asks a running office by its API: with the token in JUST_SEAL_TOKEN, and with its
    # rights. What comes back is printed as JSON. Whoever extends it has .options(parser, given) and .done(client,
    # names, given), which returns what is printed.
    module ByToken
      def call(arguments)
        given = { values: {}, people: {}, ask: {}, parties: [] }
        names = parser(given).parse(arguments)
        return Cli.wrong_use unless names.size == 1

        puts JSON.pretty_generate(done(client(given), names.first, given))
        0
      rescue OptionParser::ParseError
        Cli.wrong_use
      end

      private

      def parser(given)
        OptionParser.new do |parser|
          parser.on("--office URL") { |text| given[:office] = text }
          options(parser, given)
        end
      end

      def client(given)
        Launch::Running.variables.each { |name, value| ENV[name] ||= value } unless ENV["JUST_SEAL_ADDRESS"]
        token = ENV.fetch("JUST_SEAL_TOKEN", "")
        raise Error, :token_for_scripts if token.empty?

        Ports::OfficeClient.new(given[:office] || Settings.new.address, token: token)
      end

      # "name=text" as [name, text].
      def pair(text)
        name, value = text.split("=", 2)
        raise OptionParser::InvalidArgument, text unless value

        [name, value]
      end

      # Is it the number of a docket? Those of records begin with the code of a class.
      def docket?(client, number)
        client.get("/dockets/#{number}")
      rescue Errors::Conflict
        nil
      end
    end
  end
end
