# frozen_string_literal: true

require "date"

module JustSeal
  module Core
    module Filing
      # Small expressions over particulars, for file names and for places in the tree of case files:
      #
      #   {{vessel}} {{valid_from|date:%Y}} {{licensee|first}} {{berth|or:no berth}} {{counter|pad:3}}
      #
      # Besides the class's particulars there are class, number, title, year, docket_number and counter (per class and
      # year). Where a name is of more than one thing, a dot is in it: {{call.berth}}.
      module Naming
        MARK = /\{\{\s*([a-z][a-z0-9_]*(?:\.[a-z][a-z0-9_]*)?)\s*((?:\|[^|{}]+)*)\}\}/
        BUILT_IN = {
          "class" => "text",
          "number" => "text",
          "title" => "text",
          "year" => "number",
          "counter" => "number",
          "docket_number" => "text"
        }.freeze
        FILTERS = %w[date first or pad upper lower].freeze
        DATE_FORMAT = /\A(%[YmdBbyje-]|[ ._-])+\z/

        module_function

        # What keeps +rule+ from being used with particulars +types+ ({name => type}), as a sentence; nil when nothing
        # does.
        def problem(rule, types)
          left = rule.gsub(MARK, "")
          open = left[/[{}]+.{0,20}/]
          return Problem.new(:mark_open, mark: open) if open

          rule.scan(MARK).each do |name, filters|
            type = types[name] || BUILT_IN[name] or return Problem.new(:no_particular, name: name)
            filters.split("|").drop(1).each do |filter|
              filter_problem(name, type, filter)&.then do |sentence|
                return sentence
              end
            end
          end
          nil
        end

        # What +rule+ yields for +values+ ({name => value, as Particulars keeps them, and the built-in ones}); empty
        # values yield nothing.
        def apply(rule, values)
          rule.gsub(MARK) do
            name, filters = Regexp.last_match.captures
            filters.split("|").drop(1).inject(plain(values[name])) { |text, filter| filtered(text, filter) }
          end
        end

        # The name of a file for +rule+, safe for every file system, in at most SafeName::MAX_BYTES bytes. +taken+:
        # callable, says whether a name is in use;
        # then it gets a counter.
        def file_name(rule, values, ending:, taken: ->(_name) { false })
          stem = SafeName.of(apply(rule, values))
          return "#{stem}#{ending}" unless taken.call("#{stem}#{ending}")

          (2..).lazy.map { |number| "#{stem} (#{number})#{ending}" }.find { |name| !taken.call(name) }
        end

        # The places that filing rule +rule+ names, from the top: ["Berth licences", "2027", "S"]. Empty parts are left
        # out.
        def places(rule, values)
          rule.split("/").map { |part| apply(part, values).strip }.reject(&:empty?).map { |part| SafeName.of(part) }
        end

        def filter_problem(name, type, filter)
          word, option = filter.split(":", 2).map(&:strip)
          return Problem.new(:no_filter, word: word, filters: FILTERS) unless FILTERS.include?(word)
          return date_problem(name, type, option.to_s) if word == "date"

          :filter_wants_digits if word == "pad" && !option.to_s.match?(/\A[1-9]\z/)
        end

        def date_problem(name, type, option)
          return Problem.new(:filter_wants_date, name: name) unless %w[date datetime].include?(type)

          Problem.new(:no_form_of_date, form: option) unless option.match?(DATE_FORMAT)
        end

        def plain(value) = value.is_a?(Hash) ? value["name"].to_s : Particulars.text(value)

        def filtered(text, filter)
          word, option = filter.split(":", 2).map(&:strip)
          return text.empty? ? option.to_s : text if word == "or"
          return text if text.empty?

          {
            "date" => -> { Date.iso8601(text[0, 10]).strftime(option) },
            "first" => lambda {
              text[/\p{Alnum}/].to_s.upcase
            },
            "pad" => lambda {
              text.rjust(option.to_i, "0")
            },
            "upper" => -> { text.upcase },
            "lower" => -> { text.downcase }
          }.fetch(word).call
        end
      end
    end
  end
end
