# frozen_string_literal: true

require "json"

module JustSeal
  module Queries
    # A docket's history, read from its ledger: entries for people, marks for the drawing, and whether the chain holds.
    class DocketCourse
      MARKS = {
        "party.invited" => :sent,
        "party.opened" => :opened,
        "party.proved" => :proved,
        "party.acted" => :done,
        "party.acted_on_paper" => :done,
        "party.refused" => :refused
      }.freeze

      # +marks+: [[Symbol, Time], ...]; +from+, +to+: Times or nil while it lasts
      Lane = Struct.new(:letter, :name, :marks, :to, keyword_init: true)
      Course = Struct.new(:from, :to, :now, :deadline, :lanes, keyword_init: true)

      # +entries+: parsed bodies, each with "hash"; +result+: Core::Ledger::Chain::Result
      attr_reader :entries, :result

      def initialize(docket, parties, now:)
        @docket = docket
        @parties = parties
        @now = now
        rows, @result = Store::Ledger.verified_as_told(docket.number)
        @entries = rows.map { |entry, hash| entry.merge("hash" => hash) }
      end

      # nil for a docket that was never sent.
      def course
        return unless @docket.sent_at

        ended = @docket.ended_at
        Course.new(
          from: @docket.sent_at,
          to: [@docket.deadline, ended || @now].max,
          now: (@now unless ended),
          deadline: @docket.deadline,
          lanes: @parties.map { |party| lane(party, ended) }
        )
      end

      private

      def lane(party, ended)
        marks = @entries.select { |entry| MARKS.key?(entry["kind"]) && entry.dig("facts", "party") == party.letter }
          .map { |entry| [MARKS.fetch(entry["kind"]), Time.iso8601(entry["at"])] }.uniq(&:first)
        last = marks.find { |kind, _| %i[done refused].include?(kind) }&.last || ended || @now
        Lane.new(letter: party.letter, name: party.name, marks: marks, to: (last if marks.any?))
      end
    end
  end
end
