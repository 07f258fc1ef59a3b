# frozen_string_literal: true

require "optparse"

module JustSeal
  module Cli
    # A command with actions, `bin/justseal staff invite EMAIL --name N`: whoever extends it has ACTIONS, {action =>
    # the options that it takes}, and a method for each, which takes the one name that is given and the options. "list"
    # takes no name. An option called "do" is given as +really+.
    module Actions
      def call(arguments)
        action, *rest = arguments
        return Cli.wrong_use unless self::ACTIONS.key?(action)

        given = {}
        names = options(self::ACTIONS.fetch(action), given).parse(rest)
        return Cli.wrong_use unless names.size == (action == "list" ? 0 : 1)

        Cli.connect
        JustSeal.office.refresh
        public_send(action.tr("-", "_"), *names, **given)
      rescue OptionParser::ParseError
        Cli.wrong_use
      end

      private

      def options(known, given)
        OptionParser.new do |parser|
          known.each do |name|
            flag = "--#{name.to_s.tr("_", "-")}"
            if name == :do
              parser.on(flag) { given[:really] = true }
            else
              parser.on("#{flag} TEXT") { |text| given[name] = text }
            end
          end
        end
      end
    end
  end
end
