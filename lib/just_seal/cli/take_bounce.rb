# frozen_string_literal: true

module JustSeal
  module Cli
    # `bin/justseal bounce < MAIL`: for a mail server that hands each mail to the return path over to a program.
    module TakeBounce
      module_function

      def call(arguments, input: $stdin)
        return Cli.wrong_use if arguments.any?

        Cli.connect
        taken = Operations::TakeBounce.call(input.binmode.read(Operations::TakeBounce::MAX_BYTES + 1).to_s)
        puts Cli.say(taken ? "bounce.taken" : "bounce.left")
        0
      end
    end
  end
end
