# frozen_string_literal: true

require "digest"

module JustSeal
  module Operations
    # Binds a passkey to the person that a party is; somebody may have several.
    class EnrolPasskey < Operation
      MAX = 10

      # What the browser is to ask of a key. Raises Errors::Forbidden below
      # AuthenticatorBinder::MIN_LEVEL.
      def begin(visitor)
        transaction do
          party = AuthenticatorBinder.new(visitor).party
          known = keys(party).select_map(:credential_id)
          raise Errors::Conflict.new(:too_many_passkeys, limit: MAX) if known.size >= MAX

          options, challenge = office.passkeys.enrolment(
            handle: self.class.handle(party.email),
            name: party.name,
            known: known
          )
          Store::Challenge.ask("passkey_enrol", at: now, value: challenge, **Store::Challenge.of(visitor))
          options
        end
      end

      # Binds the key that made +answer+ (Hash, as the browser gives it). Raises Errors::Invalid for one that does not
      # hold.
      def confirm(visitor, answer:)
        key = verified(visitor, answer)
        transaction do
          binder = AuthenticatorBinder.new(visitor)
          row = binder.begin("passkey", secret: key.public_key, credential_id: key.id, sign_count: key.sign_count)
          binder.bind(row)
          row
        end
      rescue Sequel::UniqueConstraintViolation
        raise Errors::Conflict, :key_enrolled
      end

      # What stands for a person towards their keys: no address, and the same for ever.
      def self.handle(email)
        [Digest::SHA256.digest("passkey #{Core::Dockets::Address.normal(email)}")].pack("m0").tr("+/", "-_").delete("=")
      end

      private

      # The question ends whether or not its answer holds.
      def verified(visitor, answer)
        asked = transaction { Store::Challenge.take("passkey_enrol", at: now, **Store::Challenge.of(visitor)) }
        (asked && office.passkeys.enrol(answer, asked.value)) or
          raise Errors::Invalid, { "passkey" => :key_refused }
      end

      def keys(party) = Store::Authenticator.of(party).bound.where(kind: "passkey")
    end
  end
end
