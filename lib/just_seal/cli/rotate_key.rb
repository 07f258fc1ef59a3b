# frozen_string_literal: true

module JustSeal
  module Cli
    # `bin/justseal rotate-key seal|witness`
    module RotateKey
      module_function

      def call(arguments)
        name = Ports::SigningKeys::NAMES.key(arguments.first)
        return Cli.wrong_use unless name && arguments.size == 1

        Cli.connect
        fresh = Operations::RotateKey.call(Core::Actor.new(kind: "system", name: "Just Seal, command line"), name: name)
        puts "The #{name} key is new: #{fresh.certificate.subject.to_utf8}, serial " \
             "#{fresh.certificate.serial.to_s(16)}, until #{fresh.certificate.not_after.utc.strftime("%F")}"
        0
      end
    end
  end
end
