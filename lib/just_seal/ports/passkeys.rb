# frozen_string_literal: true

require "uri"
require "webauthn"

module JustSeal
  module Ports
    # Passkeys (W3C WebAuthn, level 2), always with user verification: what a browser is asked, and whether its answer
    # holds.
    class Passkeys
      # What a key says of itself when it is enrolled: +id+, +public_key+ (both base64url), +sign_count+.
      Enrolled = Core::Value.of(:id, :public_key, :sign_count)

      # +address+: of the application, to which keys are bound; +office+: the organisation's name.
      def initialize(address, office:)
        @party = WebAuthn::RelyingParty.new(allowed_origins: [address], id: URI(address).host, name: office)
      end

      # [options as the browser's parseCreationOptionsFromJSON takes them, the challenge in them]. +handle+: base64url
      # of bytes that stand for the person; +known+: ids of their keys.
      def enrolment(handle:, name:, known: [])
        told(
          @party.options_for_registration(
            user: { id: handle, name: name, display_name: name },
            exclude: known,
            authenticator_selection: { user_verification: "required", resident_key: "preferred" }
          )
        )
      end

      # Enrolled for the browser's +answer+ (Hash), nil for one that does not hold.
      def enrol(answer, challenge)
        credential = @party.verify_registration(answer, challenge, user_verification: true)
        Enrolled.new(id: credential.id, public_key: credential.public_key, sign_count: credential.sign_count.to_i)
      rescue WebAuthn::Error, ArgumentError, TypeError, NoMethodError, KeyError
        nil
      end

      # The same for using a key: [options, challenge].
      def question(known:) = told(@party.options_for_authentication(allow: known, user_verification: "required"))

      # The key's new sign count, nil when the +answer+ does not hold. A counter that goes back tells of a copied key:
      # it does not hold.
      def answered(answer, challenge, public_key:, sign_count:)
        @party.verify_authentication(
          answer,
          challenge,
          public_key: public_key,
          sign_count: sign_count,
          user_verification: true
        ).sign_count.to_i
      rescue WebAuthn::Error, ArgumentError, TypeError, NoMethodError, KeyError
        nil
      end

      private

      def told(options) = [options.as_json, options.challenge]
    end
  end
end
