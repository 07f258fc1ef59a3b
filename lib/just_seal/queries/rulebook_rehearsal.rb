# frozen_string_literal: true

require "json"

module JustSeal
  module Queries
    # A rulebook tried against dockets of the past: which of them it would have stopped, and what which party would have
    # needed.
    class RulebookRehearsal
      # +docket+, +party+: rows; +demand+: Core::Assurance::Demand; +objections+: of Core::Assurance::Rehearsal.
      Stopped = Struct.new(:docket, :party, :demand, :objections, keyword_init: true)
      MAX_DOCKETS = 2_000
      BATCH = 200
      KINDS = %w[party.acted party.passed_on].freeze

      # +definition+: as of Core::Assurance::Rulebook; +since+: Time. Dockets that were sent since then are looked at,
      # the newest first, whatever became of them.
      def initialize(definition, since:)
        @book = Core::Assurance::Rulebook.new(definition)
        @since = since
      end

      # [dockets that were looked at, [Stopped, ...]]: parties whose act the rulebook would not have taken as it was.
      def call
        ids = Store::Docket.where(Sequel[:sent_at] > @since)
          .order(Sequel.desc(:sent_at))
          .limit(MAX_DOCKETS)
          .select_map(:id)
        [ids.size, ids.each_slice(BATCH).flat_map { |some| batch(some) }]
      end

      private

      def batch(ids)
        dockets = Store::Docket.where(id: ids).order(Sequel.desc(:sent_at)).eager(
          parties: :proofs,
          documents: { record: :record_class }
        ).all
        told = told(dockets.map(&:number))
        dockets.flat_map do |docket|
          docket.parties.select(&:acted_at).filter_map do |party|
            stopped(docket, party, told.fetch([docket.number, party.letter], []))
          end
        end
      end

      def stopped(docket, party, told)
        demand = docket.to_sign.map do |document|
          demand(document, party)
        end.inject { |all, one| all.and(one).with(rules: all.rules | one.rules) } or return
        objections = Core::Assurance::Rehearsal.objections(demand, act(party, told))
        Stopped.new(docket: docket, party: party, demand: demand, objections: objections) if objections.any?
      end

      def demand(document, party)
        @book.demand(
          class_code: document.record.record_class.code,
          act: party.act,
          kind: party.kind,
          role: party.role_title,
          particulars: document.particulars&.to_h || DocketFilling.particulars(document.record)
        )
      end

      def act(party, told)
        proofs = party.proofs_in_force.map do |row|
          Core::Assurance::Proof.new(method: row[:method], at: row.proved_at, facts: row.facts.to_h)
        end
        placed = told.any? { |kind, facts| kind == "party.acted" && facts["place"].to_h.key?("latitude") }
        Core::Assurance::Rehearsal::Act.new(
          proofs: proofs,
          at: party.acted_at,
          placed: placed,
          passed_on: told.any? { |kind, _| kind == "party.passed_on" },
          stood_in: !party.acts_for.empty?
        )
      end

      # {[docket number, party's letter] => [[kind, facts], ...]}
      def told(numbers)
        bodies = Store.db[:ledger_entries].where(docket: numbers, kind: KINDS).select_map(:body).map do |body|
          JSON.parse(body)
        end
        bodies.group_by do |entry|
          [entry["docket"], entry["facts"]["party"]]
        end.transform_values do |entries|
          entries.map do |entry|
            entry.values_at("kind", "facts")
          end
        end
      end
    end
  end
end
