# frozen_string_literal: true

module JustSeal
  module Operations
    # Adds to the Merkle tree what is new, and has its size and root time-stamped. The checkpoint goes into a file
    # outside the database as well, so that whoever rewrites the database is found out. Safe to run twice, and to die
    # at any step.
    class TakeCheckpoint < Operation
      # Returns the newest checkpoint (Store::Checkpoint), which covers every entry that was there at the call; nil
      # while there is none. Raises Errors::Unavailable.
      def call
        Store::MerkleTree.alone do
          growth = Store::MerkleTree.grow
          newest = Store::Checkpoint.newest
          newest = take(growth, newest) unless growth.size.zero? || newest&.size == growth.size
          write
          office.heads.shorten(covered(newest)) if newest
          newest
        end
      end

      private

      def take(growth, newest)
        number = newest ? newest.number + 1 : 1
        root = growth.root.unpack1("H*")
        body = Core::Ledger::Canonical.dump(
          {
            "at" => Core::Ledger::Entry.time(now),
            "number" => number,
            "office" => office.name,
            "root" => root,
            "size" => growth.size,
            "v" => 1
          }
        )
        token = Core::Trust::TimeStamp.over(office.time_stamps, body)
        Store::Checkpoint.create(
          number: number,
          size: growth.size,
          root: root,
          body: body,
          token: [token].pack("m0"),
          taken_at: now
        )
      end

      # Number of arrival of the last entry beneath +checkpoint+.
      def covered(checkpoint) = db[:ledger_leaves].where(position: checkpoint.size - 1).get(:entry_id)

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
