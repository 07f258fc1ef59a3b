# frozen_string_literal: true

module JustSeal
  module Web
    # The form of a rulebook: from the browser to a definition.
    module RulebookForm
      LISTS = %w[classes acts kinds allowed forbidden].freeze
      TICKS = %w[prove_first no_passing_on].freeze

      module_function

      # Rules without a title, and without anything else, are blanks that nobody filled in.
      def definition(params)
        given = params["rules"].is_a?(Hash) ? params["rules"].sort_by { |index, _| index.to_i }.map(&:last) : []
        rules = given.grep(Hash).map { |values| rule(values) }
        { "rules" => rules.reject { |rule| blank?(rule) } }
      end

      def blank?(rule) = rule.except("title").empty? && rule["title"].to_s.empty?

      def rule(values)
        texts = { "title" => values["title"].to_s.scrub("").strip, "when" => values["when"].to_s.scrub("").strip }
        lists = LISTS.to_h { |key| [key, Array(values[key]).map(&:to_s).reject(&:empty?)] }
        numbers = %w[floor fresh_minutes].to_h do |key|
          [key, values[key].to_s.match?(/\A\d{1,4}\z/) ? values[key].to_i : nil]
        end
        ticks = TICKS.to_h { |key| [key, values[key] == "1" || nil] }
        place = { "location" => (values["location"] if %w[ask demand].include?(values["location"])) }
        texts.merge(lists, numbers, ticks, place).reject { |_, value| value.nil? || value == "" || value == [] }
      end
    end
  end
end
