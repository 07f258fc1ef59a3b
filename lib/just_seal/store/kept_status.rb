# frozen_string_literal: true

require "json"
require "openssl"

module JustSeal
  module Store
    # What the authorities last said of the certificates of a time-stamp. +material+: that which proves it, nil before
    # they were asked; +asked_at+: when that was; +problem+: why they could not be asked anew.
    class KeptStatus < Sequel::Model(:kept_statuses)
      unrestrict_primary_key

      def self.name_of(certificates) = OpenSSL::Digest::SHA256.hexdigest(certificates.map(&:to_der).join)
      def self.of(certificates) = self[name_of(certificates)]

      # That of the last file.
      def self.last_used = exclude(filed_at: nil).order(Sequel.desc(:filed_at)).first

      # Notes that they stamped +at+ (Time), a file or something else.
      def self.note(certificates, at, file: true)
        chain = JSON.generate(certificates.map { |one| [one.to_der].pack("m0") })
        times = { stamped_at: at, filed_at: (at if file) }.compact
        later = times.to_h { |name, time| [name, Sequel.function(:greatest, Sequel[:kept_statuses][name], time)] }
        row = { name: name_of(certificates), chain: chain, **times }
        dataset.insert_conflict(target: :name, update: later).insert(row)
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
