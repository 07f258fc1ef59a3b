# frozen_string_literal: true

module JustSeal
  module Cli
    # `bin/justseal rotate-master-key`
    module RotateMasterKey
      module_function

      def call(arguments)
        return Cli.wrong_use unless arguments.empty?

        Cli.connect
        puts Cli.say("rotate_master_key.done", **Operations::RotateMasterKey.call(Cli.actor))
        0
      end
    end
  end
end
