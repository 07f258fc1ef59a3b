# frozen_string_literal: true

module JustSeal
  module Core
    module Ledger
      class Existence
        # Bytes, and the digests by which entries name them.
        class Named
          attr_reader :ends

          # +digest+: by which they are named at first.
          def initialize(bytes, register, digest = Merkle::FIRST)
            @bytes = bytes
            @register = register
            @names = { digest => Merkle.by(digest).entry(bytes) }
            @ends = register.digest_ends(digest)
          end

          # The bytes as an entry, where they are one.
          def text = @text ||= @bytes.dup.force_encoding(Encoding::UTF_8)

          def stands_in?(text) = @names.each_value.any? { |name| text.include?(name) }

          # An entry is named by trees.
          def need_no_name = @ends = Trust::Register::ALWAYS

          # +entry+ may tell how something that is named already is called by another digest.
          def learn(entry)
            digest, pairs = entry["facts"].values_at("digest", "contents")
            pair = pairs.find { |old, _| @names.value?(old) }
            return unless pair && pair.last == Merkle.by(digest).entry(@bytes)

            @names[digest] = pair.last
            @ends = [@ends, @register.digest_ends(digest)].max
          end
        end
      end
    end
  end
end
