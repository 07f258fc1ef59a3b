# frozen_string_literal: true

module JustSeal
  module Cli
    # `bin/justseal checkpoint`
    module Checkpoint
      module_function

      def call(_arguments)
        Cli.connect
        taken = Operations::TakeCheckpoint.call
        puts taken ? "Checkpoint #{taken.number}: #{taken.size} entries, root #{taken.root}" : "There is no entry yet."
        0
      end
    end
  end
end
