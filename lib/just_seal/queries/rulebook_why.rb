# frozen_string_literal: true

module JustSeal
  module Queries
    # What a rulebook demands of a party in a record class, for values of its particulars that are typed or taken from a
    # record; with every rule that says so, and the ways that lead there.
    class RulebookWhy
      attr_reader :record, :kind, :act, :role, :problems

      # +book+: Core::Assurance::Rulebook; +given+: {"class", "record", "kind", "act", "role", "values" => {name =>
      # text}}; +records+: dataset of those that may be seen.
      def initialize(book, given, records:)
        @book = book
        number = given["record"].to_s.strip.upcase
        @record = records.first(number: number) unless number.empty?
        @record_class = @record&.record_class || Store::RecordClass.first(code: given["class"].to_s)
        about(given)
        @problems = number.empty? || @record ? {} : { "record" => Core::Problem.new(:no_record_seen, number: number) }
        read(given["values"].to_h)
      end

      def asked? = !@record_class.nil?
      def code = @record_class&.code
      def title = @record&.title || @record_class.title

      # The particulars that conditions of this class speak of: {item => kept value or nil}.
      def values = items.to_h { |item| [item, @kept[item["name"]]] }

      def demand
        @demand ||= @book.demand(
          class_code: code,
          act: @act,
          kind: @kind,
          role: @role,
          particulars: items.to_h do |item|
            [item["name"], [item["type"], @kept[item["name"]]]]
          end
        )
      end

      # [[method, ...], ...] for somebody who has come in, the easiest first.
      def ways
        came = @kind == "staff" ? "account" : "link"
        others = Core::Assurance::Methods::ALL.keys - %w[link text_link account]
        Core::Assurance::AuthenticationPaths.to(
          demand.floor,
          [Core::Assurance::AuthenticationPaths.proof(came, nil, Time.at(0))],
          available: others.to_h do |method|
            [method, nil]
          end,
          now: Time.at(0),
          forbidden: demand.forbidden
        )
      end

      private

      # Of whom it is asked.
      def about(given)
        @kind = one_of(Core::Assurance::Rulebook::KINDS, given["kind"])
        @act = one_of(Core::Dockets::Readiness::ACTS - ["receive"], given["act"])
        @role = given["role"].to_s.strip
      end

      def one_of(all, value) = all.include?(value) ? value : all.first

      def items
        @items ||= if asked?
          @record_class.particulars.to_a.select do |item|
            @book.speaks_of(code).include?(item["name"])
          end
        else
          []
        end
      end

      # What was typed stands above what the record says.
      def read(typed)
        known = @record ? @record.particulars.to_h : {}
        @kept = items.to_h do |item|
          next [item["name"], known[item["name"]]] unless typed.key?(item["name"])

          problem, kept = Core::Filing::Particulars.one(item.merge("required" => false), typed[item["name"]])
          @problems["values.#{item["name"]}"] = problem if problem
          [item["name"], kept]
        end
      end
    end
  end
end
