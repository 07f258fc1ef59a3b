# frozen_string_literal: true

require "json"

module JustSeal
  module Core
    module Bundle
      class Check
        # The checkpoint in a bundle: is it the one that was time-stamped, and is every entry of the chain in it?
        class Point
          # +told+: its number, size, root and time, nil where it can't be read; +findings+: [[code, where, facts],
          # ...].
          attr_reader :told, :findings

          # +files+: {name => bytes}; +entries+: [[text, hash], ...]; +roots+, +at+: as of Pdf::Check.call.
          def initialize(files, entries, roots:, at:, register:)
            @files = files
            @paths = Trust::Paths.new(roots, register)
            @at = at
            @findings = []
            read(entries)
          rescue *MALFORMED
            broken("checkpoint.json", :unreadable)
          end

          private

          def find(code, where, **facts) = @findings << [code, where, facts]
          def broken(where, reason) = find(:checkpoint_broken, where, reason: reason)

          def read(entries)
            kept = JSON.parse(@files.fetch("checkpoint.json", "{}"))
            body = kept.fetch("body")
            point = JSON.parse(body)
            @told = point.slice("number", "size", "root", "at")
            stamped(body, kept.fetch("token").unpack1("m0"))
            proofs = kept.fetch("proofs").to_h { |proof| [proof.fetch("seq"), proof] }
            tree = Ledger::Point.tree(point)
            entries.each.with_index(1) { |(text, _), seq| proof(seq, tree.entry(text), proofs[seq], point) }
            aged(tree)
          end

          # What plain tools read is what is read here.
          def stamped(body, token)
            plain = @files.values_at("checkpoint-body.json", "checkpoint.tst")
            broken("checkpoint-body.json", :differs) unless plain == [body.b, token]
            stamp = Trust::TimeStamp.verify(token, data: body, paths: @paths, at: @at)
            return if stamp.valid
            return find(:proof_ended, "checkpoint.json") if ENDED.include?(stamp.reason)
            return broken("checkpoint.json", stamp.reason) unless UNTRUSTED_STAMPS.include?(stamp.reason)

            find(:checkpoint_untrusted, "checkpoint.json", reason: stamp.reason)
          end

          # A tree by a digest that has ended proves nothing by itself.
          def aged(tree)
            find(:proof_ended, "checkpoint.json") unless @at < @paths.register.digest_ends(tree.name)
          end

          def proof(seq, hash, proof, point)
            return find(:proof_missing, Problem.new(:entry, seq: seq)) unless proof

            tree = Ledger::Point.tree(point)
            right = tree.included?(
              tree.leaf(hash),
              index: proof.fetch("index"),
              size: point.fetch("size"),
              path: proof.fetch("path").map { |step| [step].pack("H*") },
              root: [point.fetch("root")].pack("H*")
            )
            find(:proof_broken, Problem.new(:entry, seq: seq)) unless right
          end
        end
      end
    end
  end
end
