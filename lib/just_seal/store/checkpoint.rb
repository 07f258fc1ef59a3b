# frozen_string_literal: true

module JustSeal
  module Store
    # A size and root of the Merkle tree, time-stamped. +digest+: by which tree; +body+: canonical JSON of number, size,
    # root, time and office; +token+: RFC 3161 token over it, base64.
    class Checkpoint < Sequel::Model(:ledger_checkpoints)
      unrestrict_primary_key

      def self.newest = order(Sequel.desc(:number)).first

      # Those of which no entry tells.
      def self.untold
        told = Store.db[:ledger_told_points].select(:number)
        exclude(number: told).order(:number)
      end

      # Entry +seq+ of the chain of checkpoints tells of it.
      def tell(seq) = Store.db[:ledger_told_points].insert(number: number, seq: seq)
      def told_seq = Store.db[:ledger_told_points].where(number: number).get(:seq)

      def tree = Core::Ledger::Merkle.by(digest)
      def der = token.unpack1("m0")

      # Until when its token and its tree are a proof, as is known by now. +accepted+: {roots:, register:}.
      def ends_at(roots:, register:)
        footing = Core::Pdf::CryptographicDependencies.of_token(der, register: register, roots: roots)
        [footing.ends, register.digest_ends(digest)].min
      end

      # The first that covers the leaf at +position+.
      def self.over(position) = where(Sequel[:size] > position).order(:size, :number).first
    end
  end
end
