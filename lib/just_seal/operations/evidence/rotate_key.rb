# frozen_string_literal: true

module JustSeal
  module Operations
    # Exchanges one of the organisation's signing keys. What the old one signed stays valid.
    class RotateKey < Operation
      CHAIN = "keys"

      # +name+: :seal or :witness. Returns the new Core::Pdf::Signer.
      def call(actor, name:)
        old, fresh = office.keys.rotate(name)
        transaction do
          record_event_on(
            CHAIN,
            "key.rotated",
            actor,
            { "name" => name.to_s, "serial" => serial(fresh), "serial_before" => old && serial(old) }.compact
          )
        end
        fresh
      end

      private

      def serial(signer) = signer.certificate.serial.to_s(16)
    end
  end
end
