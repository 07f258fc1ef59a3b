# frozen_string_literal: true

require "openssl"

module JustSeal
  module Operations
    # Adds to the Merkle tree what is new, and has its size and root time-stamped. The checkpoint goes into a file
    # outside the database as well, so that whoever rewrites the database is found out, and into an entry, so that the
    # next one covers its token. Where a token or a digest is about to end the next one is taken without anything new.
    # Safe to run twice, and to die at any step.
    class TakeCheckpoint < Operation
      CHAIN = Core::Ledger::Point::CHAIN
      # So many of those that no entry tells of are told of at a time.
      OLDER = 500

      # Returns the newest checkpoint (Store::Checkpoint), which covers every entry that was there at the call, but for
      # the one that tells of it; nil while there is none. Raises Errors::Unavailable.
      def call
        Store::MerkleTree.alone do
          tell_older
          newest = Store::Checkpoint.newest
          growth = Store::MerkleTree.grow(tree.name)
          newest = take(growth, newest) unless growth.size.zero? || covered?(newest, growth.size)
          write
          office.heads.shorten(last_of(newest)) if newest
          newest
        end
      end

      private

      # By the first digest of which no end is known.
      def tree = @tree ||= Core::Ledger::Merkle.by(office.register.lasting(Core::Ledger::Merkle::NAMES))

      # Is there nothing new, by the same digest, and the newest one not about to end?
      def covered?(newest, size)
        return false if newest.nil? || newest.digest != tree.name || due?(newest)

        newest.size == size || (newest.size + 1 == size && only_told? && (!turns? || by_another?(newest)))
      end

      # Did the newest one cover nothing that the one before did not, so that all is covered by two authorities?
      def by_another?(newest)
        before = Store::Checkpoint[newest.number - 1]
        before.nil? || newest.size == before.size + 1
      end

      def turns? = office.time_stamps.respond_to?(:turn)

      # Does the last leaf only tell of the newest checkpoint?
      def only_told?
        last = db[:ledger_leaves].order(Sequel.desc(:position)).get(:entry_id)
        db[:ledger_entries].where(id: last, docket: CHAIN).any?
      end

      # Where an authority's certificate has less left than the margin, half of what it had. One that was too weak when
      # it was taken is followed by no better one.
      def due?(point)
        ends = point.ends_at(**office.accepted.slice(:roots, :register))
        return false if ends <= point.taken_at

        margin = [Core::Pdf::CryptographicDependencies::MARGIN_SECONDS, (ends - point.taken_at) / 2].min
        now >= ends - margin
      end

      def take(growth, newest)
        row = { number: newest ? newest.number + 1 : 1, size: growth.size, root: growth.root.unpack1("H*") }
        body = Core::Ledger::Point.body(**row, office: office.name, tree: tree, at: now)
        token = Core::Trust::TimeStamp.over(stamps(row[:number]), body)
        keep({ **row, digest: tree.name, body: body, taken_at: now }, token)
      end

      # The authorities take turns, so that whatever happens to one leaves every second one.
      def stamps(number)
        turns? ? office.time_stamps.turn(number) : office.time_stamps
      end

      def keep(row, token)
        transaction do
          Store::KeptStatus.note(Core::Trust::Cms.read(token).certificates, now, file: false)
          tell(row[:number], row[:body], token)
          Store::Checkpoint.create(token: [token].pack("m0"), **row).tap { |point| point.tell(next_seq) }
        end
      end

      # By the clock of the authority, which is surer than ours.
      def tell(number, body, token)
        at = OpenSSL::Timestamp::TokenInfo.new(Core::Trust::Cms.read(token).content).gen_time
        facts = Core::Ledger::Point.facts(number: number, body: body, token: token, digest: named_by)
        told = { docket: CHAIN, kind: Core::Ledger::Point::KIND, actor: Core::Actor::SYSTEM.to_entry }
        Store::Ledger.append(**told, at: at, facts: facts)
      end

      # Those that were taken before entries told of them.
      def tell_older
        transaction do
          first = next_seq
          Store::Checkpoint.untold.limit(OLDER).all.each_with_index do |point, index|
            tell(point.number, point.body, point.der)
            point.tell(first + index)
          end
        end
      end

      # The next seq of the chain, to which nobody else adds.
      def next_seq = db[:ledger_heads].where(docket: CHAIN).get(:seq).to_i + 1

      def named_by = tree.name == Core::Ledger::Merkle::FIRST ? Core::Ledger::Point::NAMED_BY : tree.name

      # Number of arrival of the last entry beneath +checkpoint+.
      def last_of(checkpoint) = db[:ledger_leaves].where(position: checkpoint.size - 1).get(:entry_id)

      # What the file does not have yet.
      def write
        last = office.checkpoints.last
        Store::Checkpoint.where(Sequel[:number] > (last ? last.fetch("number") : 0)).order(:number).each do |row|
          office.checkpoints.append(row.body, row.token)
        end
      end
    end
  end
end
