# frozen_string_literal: true

require "openssl"

module JustSeal
  module Core
    module Ledger
      # The Merkle tree over all entries in order of arrival (RFC 9162, 2.1). Hashes are binary strings of 32 bytes. A
      # tree is given by its size and a callable that yields the root of a perfect subtree: +nodes+.call(level,
      # index), where level 0 is the leaves, and the subtree covers the 2**level leaves from index * 2**level on. When
      # a digest ends, another tree over the same entries grows by the next one (RFC 4998, 5.3).
      class Merkle
        # The first, and what comes after it.
        FIRST = "SHA256"
        NAMES = [FIRST, "SHA512", "SHA3-512"].freeze

        # The one by the digest of that name, one of NAMES. Raises KeyError.
        def self.by(name) = ALL.fetch(name)

        # Name of its digest: "SHA256".
        attr_reader :name

        def initialize(name)
          @name = name.freeze
          freeze
        end

        # Of bytes, by its digest, binary.
        def digest(bytes) = OpenSSL::Digest.digest(@name, bytes)

        # Hash of an entry by its digest, hex; +text+: of the entry.
        def entry(text) = digest(text).unpack1("H*")

        # +entry_hash+: of the entry by its digest, hex.
        def leaf(entry_hash) = digest("\0".b + [entry_hash].pack("H*"))
        def node(left, right) = digest("\x01".b + left + right)

        # The root of the first +size+ leaves. RFC 9162, 2.1.1.
        def root(size, nodes) = size.zero? ? digest("") : subtree(0, size, nodes)

        # The hashes that lead from leaf +index+ to the root over +size+ leaves, the lowest first. RFC 9162, 2.1.3.1.
        def inclusion(index, size, nodes) = path(index, 0, size, nodes)

        # The hashes that show that the tree of +from+ leaves is the beginning of that of +size+ leaves. RFC 9162,
        # 2.1.4.1.
        def consistency(from, size, nodes) = from.zero? || from == size ? [] : subproof(from, 0, size, true, nodes)

        # Does +path+ lead from +leaf+ at +index+ to +root+? RFC 9162, 2.1.3.2.
        def included?(leaf, index:, size:, path:, root:)
          sides = index.between?(0, size - 1) && sides(index, size, path.size) or return false
          path.zip(sides).inject(leaf) do |hash, (step, side)|
            side == :left ? node(step, hash) : node(hash, step)
          end == root
        end

        # On which side of the way from leaf +index+ up to the root over +size+ leaves each of +count+ neighbours
        # stands, the lowest first; nil when there are not as many.
        def sides(index, size, count)
          last = size - 1
          found = Array.new(count) do
            return nil if last.zero?

            left = index.odd? || index == last
            until !left || index.odd? || index.zero?
              index >>= 1
              last >>= 1
            end
            index >>= 1
            last >>= 1
            left ? :left : :right
          end
          found if last.zero?
        end

        # Is the tree of +from+ leaves with +old_root+ the beginning of that of +size+ leaves with +root+? RFC 9162,
        # 2.1.4.2.
        def consistent?(from:, size:, old_root:, root:, path:)
          return path.empty? && (from < size || old_root == root) if from.zero? || from == size
          return false if from > size || path.empty?

          first, *steps = from.nobits?(from - 1) ? [old_root, *path] : path
          sides = sides_from(from, size, steps.size)
          !sides.nil? && roots(first, steps.zip(sides)) == [old_root, root]
        end

        # [root of the earlier leaves, root of all] that +steps+ ([[hash, side], ...]) lead to from +first+.
        def roots(first, steps)
          [
            steps.inject(first) { |hash, (step, side)| side == :left ? node(step, hash) : hash },
            steps.inject(first) { |hash, (step, side)| side == :left ? node(step, hash) : node(hash, step) }
          ]
        end

        # Sides of the steps up from the last whole tree within the first +from+ leaves; nil where they are not +count+.
        def sides_from(from, size, count)
          whole = ((from - 1) ^ from).bit_length - 1
          sides((from - 1) >> whole, ((size - 1) >> whole) + 1, count)
        end

        # The largest power of two below +count+, which is at least 2.
        def split(count) = 1 << ((count - 1).bit_length - 1)

        # The root of the leaves from +first+ up to +last+ (not included), as the recursion of the RFC cuts them.
        def subtree(first, last, nodes)
          count = last - first
          return nodes.call(count.bit_length - 1, first / count) if count.nobits?(count - 1)

          middle = first + split(count)
          node(subtree(first, middle, nodes), subtree(middle, last, nodes))
        end

        def path(index, first, last, nodes)
          return [] if last - first == 1

          middle = first + split(last - first)
          return path(index, first, middle, nodes) + [subtree(middle, last, nodes)] if first + index < middle

          path(first + index - middle, middle, last, nodes) + [subtree(first, middle, nodes)]
        end

        def subproof(from, first, last, whole, nodes)
          return whole ? [] : [subtree(first, last, nodes)] if from == last - first

          cut = split(last - first)
          return subproof(from, first, first + cut, whole, nodes) + [subtree(first + cut, last, nodes)] if from <= cut

          subproof(from - cut, first + cut, last, false, nodes) + [subtree(first, first + cut, nodes)]
        end

        # Appends leaves one by one, and tells each perfect subtree of two leaves and more that is finished thereby.
        class Growth
          attr_reader :size

          # +size+: leaves that are there; +nodes+: as above, for those; +merkle+: by which digest.
          def initialize(size, nodes, merkle = Merkle.by(FIRST))
            @merkle = merkle
            @size = size
            @edge = []
            first = 0
            size.bit_length.pred.downto(0) do |level|
              next if size[level].zero?

              @edge << [level, nodes.call(level, first >> level)]
              first += 1 << level
            end
          end

          # Appends the leaf with +hash+; yields level, index and hash of each subtree that it finishes.
          def push(hash)
            @edge << [0, hash]
            @size += 1
            while @edge.size > 1 && @edge[-1][0] == @edge[-2][0]
              (level, left), (_, right) = @edge.pop(2)
              @edge << [level + 1, @merkle.node(left, right)]
              yield level + 1, (@size - 1) >> (level + 1), @edge.last[1]
            end
          end

          def root
            return @merkle.digest("") if @edge.empty?

            @edge.reverse.map(&:last).inject { |right, left| @merkle.node(left, right) }
          end
        end

        ALL = NAMES.to_h { |name| [name, new(name)] }.freeze
        private_constant :ALL
      end
    end
  end
end
