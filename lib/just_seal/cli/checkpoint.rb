# frozen_string_literal: true

module JustSeal
  module Cli
    # `bin/justseal checkpoint`
    module Checkpoint
      module_function

      def call(_arguments)
        Cli.connect
        taken = Operations::TakeCheckpoint.call
        puts words(taken)
        0
      end

      def words(taken)
        return Cli.say("checkpoint.nothing") unless taken

        Cli.say("checkpoint.taken", number: taken.number, count: taken.size, root: taken.root)
      end
    end
  end
end
