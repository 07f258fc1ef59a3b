# frozen_string_literal: true

module JustSeal
  module Web
    # What the form of a hold says it is about.
    class HoldForm
      LINES = %w[record person].freeze
      CHOSEN = %w[case_file class inquiry].freeze
      MAX = 20_000

      attr_reader :typed

      # +finds+: Store::SavedFind that can be chosen, by id.
      def initialize(params, finds: [])
        @typed = LINES.to_h { |name| [name, params[name].to_s.scrub("")[0, MAX]] }
        CHOSEN.each { |name| @typed[name] = Array(params[name]).grep(String) }
        @typed["find"] = Array(params["find"]).map(&:to_i)
        %w[title reason because].each { |name| @typed[name] = params[name].to_s.scrub("")[0, MAX] }
        @typed["stops_dockets"] = params["stops_dockets"] == "1"
        @finds = finds
      end

      # As of Operations::HoldTerms.
      def terms
        lines = LINES.to_h { |name| [name, typed[name].lines.map(&:strip)] }
        chosen = @finds.select { |find| typed["find"].include?(find.id) }
        lines.merge(typed.slice(*CHOSEN)).merge("find" => chosen.map { |find| told(find) })
      end

      private

      def told(find) = { "title" => find.title, "given" => Queries::RecordFilters.parse(find.query) }
    end
  end
end
