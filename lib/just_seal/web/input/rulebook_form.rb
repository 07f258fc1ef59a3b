# frozen_string_literal: true

module JustSeal
  module Web
    # The form of a rulebook: from the browser to a definition.
    module RulebookForm
      TEXTS = %w[title when].freeze
      NUMBERS = %w[floor fresh_minutes].freeze
      LISTS = %w[classes acts kinds allowed forbidden].freeze
      TICKS = %w[prove_first no_passing_on no_deputies no_paper].freeze

      module_function

      # Rules without a title, and without anything else, are blanks that nobody filled in.
      def definition(params)
        given = params["rules"].is_a?(Hash) ? params["rules"].sort_by { |index, _| index.to_i }.map(&:last) : []
        rules = given.grep(Hash).map { |values| rule(values) }
        { "rules" => rules.reject { |rule| blank?(rule) }, "sign_on" => sign_on(params["sign_on"].to_s) }
          .reject { |name, value| name == "sign_on" && value.empty? }
      end

      # A claim and what it says on each line: "amr mfa".
      def sign_on(text)
        text.scrub("").lines.map(&:split).reject(&:empty?).map do |claim, *value|
          { "claim" => claim, "value" => value.join(" ") }
        end
      end

      def blank?(rule) = rule.except("title").empty? && rule["title"].to_s.empty?

      def rule(values)
        given = {
          **TEXTS.to_h { |key| [key, values[key].to_s.scrub("").strip] },
          **LISTS.to_h { |key| [key, texts(values[key])] },
          "roles" => roles(values["roles"].to_s),
          **NUMBERS.to_h { |key| [key, number(values[key].to_s)] },
          **TICKS.to_h { |key| [key, values[key] == "1" || nil] },
          "location" => location(values["location"])
        }
        given.reject { |_, value| [nil, "", []].include?(value) }
      end

      def texts(value) = Array(value).map(&:to_s).reject(&:empty?)
      def location(text) = %w[ask demand].include?(text) ? text : nil
      def roles(text) = text.scrub("").split(/[;\n]/).map(&:strip).reject(&:empty?).uniq
      def number(text) = text.match?(/\A\d{1,4}\z/) ? text.to_i : nil
    end
  end
end
