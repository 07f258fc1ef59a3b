# frozen_string_literal: true

module JustSeal
  module Cli
    # `bin/justseal open-passwords`: staff may sign in by passwords again, when the provider where they sign on is away.
    module OpenPasswords
      module_function

      def call(arguments)
        return Cli.wrong_use if arguments.any?

        Cli.connect
        Operations::KeepSignOn.new.open_passwords(Cli.actor)
        puts Cli.say("open_passwords.opened")
        0
      end
    end
  end
end
