# frozen_string_literal: true

module JustSeal
  module Operations
    # When a digest is about to end: calls all that entries name by it by the next one as well, and tells of it in
    # entries, which the new tree covers before the end (RFC 4998, 5.3). Each content is read once. Safe to run twice,
    # to die at any step, and to be called every day: what came since is called by both, too.
    class DigestContents < Operation
      CHAIN = "contents"
      # How many are told of in one entry.
      BATCH = 64
      LOCK = 0x636f6e74656e

      # Returns how many were named; 0 while the first digest holds.
      def call
        digest = office.register.lasting(Core::Ledger::Merkle::NAMES)
        return 0 if digest == Core::Ledger::Merkle::FIRST

        alone { name_all(Core::Ledger::Merkle.by(digest)) }
      end

      private

      # By one at a time; whoever comes meanwhile has nothing to do.
      def alone
        db.synchronize do
          return 0 unless db.get(Sequel.function(:pg_try_advisory_lock, LOCK))

          begin
            yield
          ensure
            db.get(Sequel.function(:pg_advisory_unlock, LOCK))
          end
        end
      end

      def name_all(by)
        count = 0
        Store::Contents.new(by.name, office.blobs).each_batch(BATCH) do |batch|
          pairs = batch.filter_map { |name, bytes| pair(by, name, bytes) }
          keep(by.name, pairs) if pairs.any?
          count += pairs.size
        end
        count
      end

      # What can't be read is told, and does not hold up the others.
      def pair(by, name, bytes)
        [name, by.entry(bytes.call)].tap { db[:content_troubles].where(content: name).delete }
      rescue Error => e
        row = { content: name, problem: Core::Problem.kept(e), seen_at: office.now }
        db[:content_troubles].insert_conflict(target: :content, update: row.except(:content)).insert(row)
        nil
      end

      def keep(digest, pairs)
        transaction do
          facts = { "digest" => digest, "contents" => pairs }
          record_event_on(CHAIN, Core::Ledger::Existence::DIGESTED, Core::Actor::SYSTEM, facts)
          seq = db[:ledger_heads].where(docket: CHAIN).get(:seq).to_i + 1
          db[:content_digests].import(
            %i[content digest value docket seq],
            pairs.map { |name, value| [name, digest, value, CHAIN, seq] }
          )
        end
      end
    end
  end
end
