# frozen_string_literal: true

module JustSeal
  module Store
    # A size and root of the Merkle tree, time-stamped. +body+: canonical JSON of number, size, root, time and office;
    # +token+: RFC 3161 token over its SHA-256, base64.
    class Checkpoint < Sequel::Model(:ledger_checkpoints)
      unrestrict_primary_key

      def self.newest = order(Sequel.desc(:number)).first
      # The first that covers the leaf at +position+.
      def self.over(position) = where(Sequel[:size] > position).order(:size, :number).first
    end
  end
end
