# frozen_string_literal: true

require "json"

module JustSeal
  module Core
    module Ledger
      class Existence
        # A checkpoint in a proof, with the entries that are shown to be in its tree.
        class Covered
          # +body+: text; +token+: DER; +entries+: {text => parsed entry}.
          attr_reader :body, :token, :entries

          # +told+: {"body", "token", "proofs" => [{"entry", "index", "path"}, ...]}.
          def initialize(told, paths)
            @body, token = told.fetch_values("body", "token")
            @token = token.unpack1("m0")
            @paths = paths
            @point = JSON.parse(@body)
            @proofs = told.fetch("proofs")
            @entries = @proofs.to_h { |proof| [proof.fetch("entry"), JSON.parse(proof.fetch("entry"))] }
          end

          def number = @point["number"]
          def tree = @tree ||= Point.tree(@point)

          # As its authority says.
          def time = @time ||= stamp(nil).at

          # What is wrong about its token at +later+ (Time), or :valid.
          def fault(later) = stamp(later).reason

          # Are all its entries in its tree?
          def included?
            @proofs.all? do |proof|
              tree.included?(
                tree.leaf(tree.entry(proof["entry"])),
                index: proof.fetch("index"),
                size: @point.fetch("size"),
                path: proof.fetch("path").map { |step| [step].pack("H*") },
                root: [@point.fetch("root")].pack("H*")
              )
            end
          end

          private

          def stamp(at) = Trust::TimeStamp.verify(@token, data: @body, paths: @paths, at: at)
        end
      end
    end
  end
end
