# frozen_string_literal: true

module JustSeal
  module Store
    # All that entries name by a digest and that is kept beside them: bytes in the store, what lies apart from entries,
    # stubs, and checkpoints with their tokens. Each is called by its digest in hex.
    class Contents
      # +digest+: the one by which they are to be called anew; +blobs+: the store of bytes.
      def initialize(digest, blobs)
        @digest = digest
        @blobs = blobs
      end

      # How many of the kept bytes have no such name yet.
      def lacking = unnamed(kept).count

      # How many have.
      def named = Store.db[:content_digests].where(digest: @digest).count

      # Yields [[name, callable that gives the bytes], ...] of what has no name by that digest yet, in batches of at
      # most +size+.
      def each_batch(size, &block)
        [method(:blobs), method(:apart), method(:stubs), method(:points)].each { |some| some.call(size, &block) }
      end

      private

      def db = Store.db

      def kept
        Content.wanted.from_self(alias: :kept).exclude(sha256: nil).distinct.select(Sequel[:sha256].as(:content))
      end

      # +found+: rows with a column content.
      def unnamed(found)
        known = db[:content_digests].where(digest: @digest).select(:content)
        found.from_self(alias: :found).exclude(content: known)
      end

      def blobs(size)
        unnamed(kept).order(:content).select_map(:content).each_slice(size) do |names|
          yield names.map { |name| [name, -> { @blobs.get(name) }] }
        end
      end

      # By the number of the entry, so that none is asked for twice.
      def apart(size)
        last = 0
        loop do
          rows = unnamed(private_parts.where(Sequel[:entry_id] > last)).order(:entry_id).limit(size).all
          break if rows.empty?

          yield rows.map { |row| [row[:content], -> { row[:text] }] }
          last = rows.last[:entry_id]
        end
      end

      def private_parts
        db[:ledger_private].select(
          :entry_id,
          Sequel.join(%i[salt body]).as(:text),
          hash_of("salt || body").as(:content)
        )
      end

      def hash_of(text) = Sequel.lit("encode(sha256(convert_to(#{text}, 'UTF8')), 'hex')")

      def stubs(size)
        found = db[:stubs].select(hash_of("body").as(:content), :body)
        unnamed(found).select_map(%i[content body]).each_slice(size) do |rows|
          yield rows.map { |name, body| [name, -> { body }] }
        end
      end

      # As the entries that tell of them call them; those are named by a digest that outlives the first one.
      def points(size)
        return if @digest == Core::Ledger::Point::NAMED_BY

        by = Core::Ledger::Merkle.by(Core::Ledger::Point::NAMED_BY)
        Checkpoint.order(:number).each_slice(size) do |rows|
          all = rows.flat_map { |row| [row.body, row.der] }.to_h { |bytes| [by.entry(bytes), -> { bytes }] }
          known = db[:content_digests].where(digest: @digest, content: all.keys).select_map(:content)
          fresh = all.except(*known)
          yield fresh.to_a unless fresh.empty?
        end
      end
    end
  end
end
