# frozen_string_literal: true

module JustSeal
  module Queries
    # May a party of a docket sign on paper, and on which terms?
    class PaperChoice
      # Whoever was seen with an identity document reaches this on paper, and nobody more.
      MOST = 1

      # +known+: what whoever asks for many parties has read at once: :status (AssuranceStatus) and :terms.
      def initialize(docket, party, at:, known: {})
        @docket = docket
        @party = party
        @at = at
        @status = known[:status]
        @terms = known[:terms]
      end

      # What stands against it: Symbol; nil where it may. Whether the docket is out is for others to ask.
      def against
        return :paper_only_signs unless @party.act == "sign" && !@docket.for_all && !@party.group?
        return :paper_not_offered unless offered?
        return :paper_against_rules unless demand.may_use_paper
        return :paper_below_floor if floor > MOST

        :paper_brings_no_files if brings_files?
      end

      def may? = against.nil?

      # The level that paper has to reach: a waiver may have lowered it.
      def floor = [demand.floor, waiver&.granted].compact.min

      # Core::Paper::Terms of each document that is signed.
      def terms = @terms ||= @docket.to_sign.map { |document| self.class.terms(document.record) }

      def self.terms(record)
        Core::Paper::Terms.from(record.record_class.definition(record.class_version)["paper"])
      end

      def offered? = @docket.options.to_h["paper"] == true || terms.all?(&:allowed)
      def waits? = terms.any?(&:waits)
      def two_persons? = terms.any?(&:two_persons)
      def places = terms.filter_map(&:place)

      private

      def status = @status ||= AssuranceStatus.new(@docket, @party, at: @at)
      def demand = status.demand
      def waiver = status.waiver

      def brings_files?
        @party.fields.any? { |field| field.kind == "attachment" && field.settings.to_h["required"] == true }
      end
    end
  end
end
