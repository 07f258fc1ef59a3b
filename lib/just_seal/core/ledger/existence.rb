# frozen_string_literal: true

require "json"

module JustSeal
  module Core
    module Ledger
      # The proof that certain bytes, or an entry, were there at a time, whatever has ended since: checkpoints from the
      # first that covers them to one that still holds, each of which covers the token of the one before (RFC 4998, 4
      # and 5). Where a tree goes by another digest than the one before it covers all of that anew.
      class Existence
        # What JSON of another shape leads to.
        MALFORMED = [
          JSON::ParserError,
          KeyError,
          TypeError,
          NoMethodError,
          ArgumentError,
          EncodingError,
          RangeError
        ].freeze
        DIGESTED = "contents.digested"

        # +since+: Time from which on it is proved; +reason+: :valid, or what is wrong: :malformed, :not_named (no entry
        # names these bytes), :not_included, :not_told (a checkpoint that the next one does not cover), :digest_ended,
        # or as of Trust::TimeStamp.verify; +number+: of the checkpoint at which it is wrong.
        Result = Value.of(:since, :reason, :number) do
          def valid? = reason == :valid
        end

        # +text+: the proof, as JSON; +bytes+: what it is about; the rest as of Pdf::Check.call. Never raises for what
        # stands in +text+ and +bytes+.
        def self.call(text, bytes, roots:, at:, register: Trust::Register.usual)
          new(JSON.parse(text), bytes.b, Trust::Paths.new(roots, register), at).result
        rescue *MALFORMED, Refused
          Result.new(reason: :malformed)
        end

        def initialize(proof, bytes, paths, at)
          @points = proof.fetch("points").map { |point| Covered.new(point, paths) }
          @register = paths.register
          @at = at
          @content = Named.new(bytes, @register)
          @entries = {}
          @named = [@content]
        end

        def result
          return Result.new(reason: :malformed) if @points.empty?

          @points.each_with_index do |point, index|
            reason = fault(point, index, @points[index + 1]&.time || @at)
            return Result.new(reason: reason, number: point.number) unless reason == :valid
          end
          Result.new(since: @points.first.time, reason: :valid)
        end

        private

        # What is wrong about +point+ and all that came before it, at the time +until+ which it has to hold.
        def fault(point, index, later)
          reason = point.fault(later)
          return reason unless reason == :valid
          return :not_included unless point.included?

          take(point)
          return :not_named if index.zero? && !named_by?(point)
          return :not_told if index.positive? && !told?(@points[index - 1], point)

          held?(later) ? :valid : :digest_ended
        end

        # Until when each entry is held by a tree, and what is named by which digests.
        def take(point)
          ends = @register.digest_ends(point.tree.name)
          point.entries.each do |text, entry|
            @entries[text] = [@entries[text], ends].compact.max
            @named.each { |one| one.learn(entry) } if entry["kind"] == DIGESTED
          end
        end

        # An entry that is proved by itself is its own name.
        def named_by?(point)
          return @content.need_no_name if point.entries.key?(@content.text)

          point.entries.each_key.any? { |text| @content.stands_in?(text) }
        end

        # Does +point+ cover what tells of the one +before+? It names its body and token from then on.
        def told?(before, point)
          entry = point.entries.values.find { |one| Point.told?(one, before.body, before.token) } or return false
          digest = entry["facts"]["digest"]
          @named += [before.body, before.token].map { |bytes| Named.new(bytes, @register, digest) }
          true
        end

        def held?(time) = [*@entries.values, *@named.map(&:ends)].all? { |ends| time < ends }
      end
    end
  end
end
