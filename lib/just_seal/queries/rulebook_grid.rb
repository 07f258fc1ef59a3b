# frozen_string_literal: true

module JustSeal
  module Queries
    # A rulebook at a glance: what is demanded in each class, of outsiders and of staff.
    class RulebookGrid
      # +least+: floor whatever the particulars are; +most+: floor when every condition holds
      Cell = Struct.new(:least, :most, keyword_init: true)

      # +definition+: as of Core::Assurance::Rulebook.
      def initialize(definition)
        @book = Core::Assurance::Rulebook.new(definition)
      end

      # [[class row, {kind => Cell}], ...]
      def lines
        Store::RecordClass.order(:code).map do |row|
          [row, Core::Assurance::Rulebook::KINDS.to_h { |kind| [kind, cell(row.code, kind)] }]
        end
      end

      private

      def cell(code, kind)
        here = @book.rules.select { |rule| Core::Assurance::Rulebook.scope?(rule, code, "sign", kind) }
        floors = ->(rules) { rules.map { |rule| rule["floor"].to_i }.max || 0 }
        Cell.new(least: floors.call(here.select { |rule| rule["when"].to_s.strip.empty? }), most: floors.call(here))
      end
    end
  end
end
