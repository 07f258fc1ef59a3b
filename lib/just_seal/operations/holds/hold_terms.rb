# frozen_string_literal: true

module JustSeal
  module Operations
    # What somebody typed a hold to be about, as terms.
    class HoldTerms < Operation
      MAX_TERMS = 500
      MAX_CHARACTERS = 200

      # +given+: {"record" => [numbers], "case_file" => [codes], "class" => [codes], "person" => [mail addresses or
      # names], "find" => [{"title" =>, "given" => as of Queries::RecordFilters}], "inquiry" => [numbers]}; all need not
      # be there. Returns [{kind:, value:, facts:}, ...]. Raises Errors::Invalid by kind.
      def call(actor, given)
        @actor = actor
        @problems = {}
        found = Store::HoldTerm::KINDS.flat_map { |kind| read(kind, Array(given[kind])) }.uniq
        @problems["terms"] = :hold_of_nothing if found.empty? && @problems.empty?
        @problems["terms"] = Core::Problem.new(:hold_too_wide, limit: MAX_TERMS) if found.size > MAX_TERMS
        raise Errors::Invalid, @problems unless @problems.empty?

        found
      end

      private

      def read(kind, values)
        values = values.map { |one| one.is_a?(String) ? one.strip : one }.reject(&:empty?)
        values.filter_map { |value| send(:"term_of_#{kind}", value) }
      end

      def term(kind, value, facts = {}) = { kind: kind, value: value, facts: facts }

      def strange(kind, value)
        @problems[kind] = Core::Problem.new(:hold_of_unknown, value: value[0, MAX_CHARACTERS])
        nil
      end

      def sight = @sight ||= Queries::VisibleScope.new(@actor)

      def term_of_record(number)
        record = sight.records.first(number: number.upcase)
        record ? term("record", record.number) : strange("record", number)
      end

      def term_of_case_file(code)
        row = sight.case_files.first(code: code.upcase)
        row ? term("case_file", row.code) : strange("case_file", code)
      end

      def term_of_class(code)
        row = Store::RecordClass.first(code: code.upcase)
        row ? term("class", row.code) : strange("class", code)
      end

      def term_of_person(text)
        text.length > MAX_CHARACTERS ? strange("person", text) : term("person", text)
      end

      def term_of_find(find) = term("find", find.fetch("title"), find.fetch("given"))

      # As its scope is now: what it is about later is another question.
      def term_of_inquiry(number)
        row = Store::Inquiry.first(number: number.upcase)
        row ? term("inquiry", row.number, row.asked.to_h) : strange("inquiry", number)
      end
    end
  end
end
