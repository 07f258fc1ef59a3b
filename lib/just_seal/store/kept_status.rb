# frozen_string_literal: true

require "json"
require "openssl"

module JustSeal
  module Store
    # What the authorities last said of the certificates of a time-stamp. +material+: that which proves it, nil before
    # they were asked; +asked_at+: when that was; +problem+: why they could not be asked anew.
    class KeptStatus < Sequel::Model(:kept_statuses)
      unrestrict_primary_key

      def self.key(certificates) = OpenSSL::Digest::SHA256.hexdigest(certificates.map(&:to_der).join)
      def self.of(certificates) = self[key(certificates)]

      def self.last_used = order(Sequel.desc(:stamped_at)).first

      # Notes that they stamped a file +at+.
      def self.note(certificates, at)
        chain = JSON.generate(certificates.map { |one| [one.to_der].pack("m0") })
        later = { stamped_at: Sequel.function(:greatest, Sequel[:kept_statuses][:stamped_at], at) }
        row = { chain_sha256: key(certificates), chain: chain, stamped_at: at }
        dataset.insert_conflict(target: :chain_sha256, update: later).insert(row)
      end

      def certificates = JSON.parse(chain).map { |one| OpenSSL::X509::Certificate.new(one.unpack1("m0")) }

      # Do all of them still last at +time+?
      def lasts?(time) = certificates.all? { |one| time < one.not_after }

      # Core::Pdf::Seal::Material
      def told
        parts = JSON.parse(material).transform_values { |ders| ders.map { |one| one.unpack1("m0") } }
        Core::Pdf::Seal::Material.new(**parts.transform_keys(&:to_sym))
      end

      def keep(material, at)
        parts = material.to_h.transform_values { |ders| ders.map { |one| [one].pack("m0") } }
        update(material: JSON.generate(parts), asked_at: at, problem: nil)
      end
    end
  end
end
