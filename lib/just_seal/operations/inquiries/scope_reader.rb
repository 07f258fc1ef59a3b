# frozen_string_literal: true

require "date"

module JustSeal
  module Operations
    # Reads what inquiries and standing questions are about; what can't be read becomes a problem under its name.
    class ScopeReader
      ADDRESS = /\A[^@\s]+@[^@\s]+\z/
      # Each with what tells which of them there are.
      KNOWN = {
        "classes" => -> { Store::RecordClass.select_map(:code) },
        "case_files" => -> { Store::CaseFile.select_map(:code) }
      }.freeze

      # +problems+: {name => problem}, to which it adds.
      def initialize(problems)
        @problems = problems
      end

      # Date of ISO +text+, nil for none.
      def day(text, name)
        Date.iso8601(text.to_s)
      rescue Date::Error
        @problems[name] = :not_a_day
        nil
      end

      # {"classes" => codes, ...} out of what was typed, without what is empty.
      def scope(given)
        found = %w[classes case_files parties].to_h { |name| [name, words(given[name])] }
        KNOWN.each { |name, codes| refuse_strange(name, found[name] - codes.call) }
        @problems["parties"] = :addresses_one_a_line unless found["parties"].all?(ADDRESS)
        found.reject { |_, list| list.empty? }
      end

      private

      def refuse_strange(name, strange)
        @problems[name] = Core::Problem.new(:scope_unknown, names: strange) if strange.any?
      end

      def words(given) = Array(given).flat_map { |text| text.to_s.split(/[\s,;]+/) }.reject(&:empty?).uniq
    end
  end
end
