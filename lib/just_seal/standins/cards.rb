# frozen_string_literal: true

require "fileutils"
require "json"
require "openssl"
require "securerandom"

module JustSeal
  module Standins
    # A few cards that lie in a reader. Their keys never leave the card: it signs a digest for whoever knows the PIN,
    # and blocks itself after three wrong ones.
    class Cards
      TRIES = 3
      PIN = "2468"
      # What can be wrong with a card, for those who try it out.
      FLAWS = %w[none revoked expired wrong_use].freeze
      YEAR_SECONDS = 365 * 86_400
      # length in hexadecimal digits => name
      DIGESTS = { 64 => "SHA256", 96 => "SHA384", 128 => "SHA512" }.freeze

      # +folder+: where the cards lie; +authority+: Authority that issues their certificates.
      def initialize(folder, authority:)
        FileUtils.mkdir_p(folder, mode: 0o700)
        @folder = folder
        @authority = authority
        @guard = Mutex.new
      end

      # What the reader tells of them: [{"id", "holder", "issuer", "until", "certificate" (base64 DER), "chain" =>
      # [...], "tries", "flaw"}, ...]
      def list
        Dir[File.join(@folder, "*.json")].map { |path| JSON.parse(File.read(path)) }.map { |card| told(card) }
      end

      # Puts a new card into the reader; returns its id. +key+: "ec" or "rsa".
      def make(name:, email: "", key: "ec", flaw: "none", now: Time.now)
        pair = key == "rsa" ? QuickKey.rsa(3072) : OpenSSL::PKey::EC.generate("prime256v1")
        certificate, *chain = @authority.card(pair, name: name, email: email, **flawed(flaw, now))
        @authority.revoke(certificate.serial.to_i, now - 3600) if flaw == "revoked"
        SecureRandom.hex(4).tap do |id|
          write(
            "id" => id,
            "holder" => name,
            "certificate" => [certificate.to_der].pack("m0"),
            "chain" => chain.map do |one|
              [one.to_der].pack("m0")
            end,
            "tries" => TRIES,
            "flaw" => flaw,
            "key" => pair.private_to_pem,
            "pin" => PIN
          )
        end
      end

      # [status, answer]: the signature of +digest+ (hex, of the SHA-2 digest of that length) by card +id+.
      def sign(id, pin:, digest:)
        @guard.synchronize do
          card = read(id) or next [404, { "problem" => "no such card" }]
          algorithm = DIGESTS[digest.to_s.length] if digest.to_s.match?(/\A\h+\z/)
          next [422, { "problem" => "a SHA-2 digest is wanted" }] unless algorithm
          next [423, { "problem" => "blocked" }] if card["tries"].zero?

          right = OpenSSL.secure_compare(card["pin"], pin.to_s)
          write(card.merge("tries" => right ? TRIES : card["tries"] - 1))
          unless right
            next [
              card["tries"] == 1 ? 423 : 403,
              { "problem" => card["tries"] == 1 ? "blocked" : "pin", "tries" => card["tries"] - 1 }
            ]
          end

          [200, { "signature" => [signature(card, algorithm, [digest].pack("H*"))].pack("m0") }]
        end
      end

      def unblock(id) = @guard.synchronize { read(id)&.then { |card| write(card.merge("tries" => TRIES)) } }

      private

      def signature(card, algorithm, hash) = OpenSSL::PKey.read(card["key"]).sign_raw(algorithm, hash)

      def told(card)
        certificate = OpenSSL::X509::Certificate.new(card["certificate"].unpack1("m0"))
        card.slice("id", "holder", "certificate", "chain", "tries", "flaw").merge(
          "issuer" => Core::Trust::Chain.name(
            OpenSSL::X509::Certificate.new(card["chain"].first.unpack1("m0"))
          ),
          "until" => certificate.not_after.strftime("%F")
        )
      end

      def flawed(flaw, now)
        {
          "expired" => { begins: now - (3 * YEAR_SECONDS), ends: now - YEAR_SECONDS },
          "wrong_use" => { usage: "keyEncipherment" }
        }.fetch(
          flaw, {}
        )
      end

      def path(id) = File.join(@folder, "#{id[/\A\h{8}\z/] || "none"}.json")
      def read(id) = File.exist?(path(id)) ? JSON.parse(File.read(path(id))) : nil
      def write(card) = File.write(path(card.fetch("id")), JSON.generate(card), perm: 0o600)
    end
  end
end
