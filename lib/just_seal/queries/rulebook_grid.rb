# frozen_string_literal: true

module JustSeal
  module Queries
    # A rulebook at a glance: what is demanded in each class, of outsiders and of staff; and what it would have meant for dockets of the past.
    class RulebookGrid
      # +least+: floor whatever the particulars are; +most+: floor when every condition holds
      Cell = Struct.new(:least, :most, keyword_init: true)
      # +docket+, +party+: rows; +floor+: what would have been demanded
      Stopped = Struct.new(:docket, :party, :floor, keyword_init: true)
      MOST_DOCKETS = 2_000

      # +definition+: as of Core::Assurance::Rulebook.
      def initialize(definition)
        @book = Core::Assurance::Rulebook.new(definition)
      end

      # [[class row, {kind => Cell}], ...]
      def lines
        Store::RecordClass.order(:code).map { |row| [row, Core::Assurance::Rulebook::KINDS.to_h { |kind| [kind, cell(row.code, kind)] }] }
      end

      # [dockets that were looked at, [Stopped, ...]]: parties that acted since +since+ and would have needed more than they reached.
      def rehearsal(since:)
        dockets = Store::Docket.where(state: %w[sealed out]).where(Sequel[:sent_at] > since).order(Sequel.desc(:sent_at)).limit(MOST_DOCKETS).all
        [dockets.size, dockets.flat_map { |docket| stopped(docket) }]
      end

      private

      def cell(code, kind)
        here = @book.rules.select { |rule| Core::Assurance::Rulebook.scope?(rule, code, "sign", kind) }
        floors = ->(rules) { rules.map { |rule| rule["floor"].to_i }.max || 0 }
        Cell.new(least: floors.call(here.select { |rule| rule["when"].to_s.strip.empty? }), most: floors.call(here))
      end

      def stopped(docket)
        docket.parties.select(&:acted_at).filter_map do |party|
          floor = docket.to_sign.map { |document| demand(document, party).floor }.max
          Stopped.new(docket: docket, party: party, floor: floor) if party.level_reached.to_i < floor
        end
      end

      def demand(document, party)
        @book.demand(class_code: document.record.record_class.code, act: party.act, kind: party.kind, particulars: document.particulars&.to_h || DocketFilling.particulars(document.record))
      end
    end
  end
end
