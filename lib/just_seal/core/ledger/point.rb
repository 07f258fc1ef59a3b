# frozen_string_literal: true

module JustSeal
  module Core
    module Ledger
      # A checkpoint: what is time-stamped of a tree, and how the ledger tells of it. Each checkpoint is told of by an
      # entry, so that the next one covers it with its token: whoever renews the newest renews all (RFC 4998, 5.2). The
      # first one on a tree by another digest renews them with that (5.3).
      module Point
        KIND = "checkpoint.taken"
        # Where that entry stands.
        CHAIN = "checkpoints"
        # The digest by which an entry names bodies and tokens, unless another tree has begun.
        NAMED_BY = "SHA512"

        module_function

        # Canonical text. +tree+: Merkle; +root+: hex; +at+: Time.
        def body(number:, office:, tree:, size:, root:, at:)
          told = {
            "at" => Entry.time(at),
            "number" => number,
            "office" => office,
            "root" => root,
            "size" => size,
            "v" => 1
          }
          told.update("digest" => tree.name, "v" => 2) unless tree.name == Merkle::FIRST
          Canonical.dump(told)
        end

        # The Merkle by whose digest the tree of a parsed +body+ is. Raises KeyError.
        def tree(body) = Merkle.by(body.fetch("digest", Merkle::FIRST))

        # Facts of the entry that tells of it. +token+: DER.
        def facts(number:, body:, token:, digest: NAMED_BY)
          by = Merkle.by(digest)
          { "number" => number, "digest" => digest, "body" => by.entry(body), "token" => by.entry(token) }
        end

        # Does the parsed +entry+ tell of that body and token?
        def told?(entry, body, token)
          facts = entry["facts"]
          return false unless entry["kind"] == KIND && Merkle::NAMES.include?(facts["digest"])

          by = Merkle.by(facts["digest"])
          facts.values_at("body", "token") == [by.entry(body), by.entry(token)]
        end
      end
    end
  end
end
