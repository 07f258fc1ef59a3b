# frozen_string_literal: true

module JustSeal
  module Queries
    # How long the proofs of the ledger itself last: its newest checkpoint, the digests by which kept bytes are called,
    # and what the authorities last said.
    class LedgerHealth
      # One that stamps. +until+: Time; +asked_at+: Time or nil; +problem+: text
      # as it was kept, or nil.
      Authority = Core::Value.of(:name, :until, :asked_at, :problem)

      # +office+: JustSeal::Office
      def initialize(office)
        @office = office
        @accepted = office.accepted.slice(:roots, :register)
      end

      # Store::Checkpoint, nil before the first.
      def newest = @newest ||= Store::Checkpoint.newest

      # Until when it is a proof; Core::Trust::Register::ALWAYS at most.
      def ends_at = newest&.ends_at(**@accepted)

      # Name of the digest by which kept bytes are called anew, nil while the first one holds.
      def digest
        name = @office.register.lasting(Core::Ledger::Merkle::NAMES)
        name unless name == Core::Ledger::Merkle::FIRST
      end

      # {named:, lacking:, unread:} of what is called anew.
      def contents
        @contents ||= begin
          found = Store::Contents.new(digest, @office.blobs)
          { named: found.named, lacking: found.lacking, unread: Store.db[:content_troubles].count }
        end
      end

      # [Authority, ...], those that stamped last first; without those whose certificates have ended.
      def authorities = @authorities ||= found_authorities

      private

      def found_authorities
        rows = Store::KeptStatus.order(Sequel.desc(:stamped_at)).all.select { |row| row.lasts?(@office.now) }
        rows.map do |row|
          leaf = row.certificates.find { |one| Core::Trust::Usages.stamps?(one) } || row.certificates.first
          limit = @office.register.root(Core::Trust::Register.root_id(leaf)).till
          Authority.new(
            name: Core::Trust::Chain.name(leaf),
            until: [leaf.not_after, limit].compact.min,
            asked_at: row.asked_at,
            problem: row.problem
          )
        end
      end
    end
  end
end
