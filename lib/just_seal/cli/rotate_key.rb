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
        puts words(name, Operations::KeepKeys.new.rotate(Cli.actor, name: name).certificate)
        0
      end

      def words(name, certificate)
        Cli.say(
          "rotate_key.fresh",
          name: name,
          subject: certificate.subject.to_utf8,
          serial: certificate.serial.to_s(16),
          until: certificate.not_after.utc.strftime("%F")
        )
      end
    end
  end
end
