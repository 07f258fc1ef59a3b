# frozen_string_literal: true

module JustSeal
  module Operations
    # What is wrong with what was typed for a draft: {field => Symbol or Core::Problem}, where fields of a party are
    # "LETTER.name".
    class DraftProblems
      TYPED = %i[name email organisation job_title role_title telephone note].freeze

      # +parties+: as EditDocket takes them; +title+, +subject+, +message+: text.
      def initialize(parties, **texts)
        @parties = parties
        @texts = texts.transform_keys(&:to_s)
      end

      def to_h
        found = too_long
        found["title"] = :title_of_docket_missing if @texts.fetch("title").strip.empty?
        @parties.each { |party| found.merge!(of_party(party)) { |_, first, _| first } }
        found["parties"] = Core::Problem.new(:too_many_parties, limit: EditDocket::MAX_PARTIES) if too_many?
        found
      end

      # The same of the two ways to prove that one party has: {"telephone" => ..., "phrase" => ...}.
      def self.of_proofs(telephone, phrase)
        { "telephone" => telephone(telephone), "phrase" => phrase(phrase) }.compact
      end

      def self.telephone(text)
        return if text.empty? || text.match?(Core::Contacts::Card::TELEPHONE)

        Core::Problem.new(:not_a_telephone_number, telephone: text)
      end

      # "none" takes a phrase away.
      def self.phrase(text)
        return if text == "none" || !text.length.between?(1, EditDocket::MIN_PHRASE - 1)

        Core::Problem.new(:phrase_too_short, least: EditDocket::MIN_PHRASE)
      end

      private

      def too_long
        all_texts.filter_map do |field, text|
          limit = EditDocket::LIMITS.fetch(field.split(".").last)
          [field, Core::Problem.new(:too_long, limit: limit)] if text.length > limit
        end.to_h
      end

      def all_texts
        of_parties = @parties.flat_map do |party|
          TYPED.map { |key| ["#{party.fetch(:letter)}.#{key}", party[key].to_s] }
        end
        @texts.merge(of_parties.to_h)
      end

      def of_party(party)
        found = self.class.of_proofs(party[:telephone].to_s, party[:phrase].to_s.strip)
        found.transform_keys { |name| "#{party[:letter]}.#{name}" }
      end

      def too_many? = @parties.size > EditDocket::MAX_PARTIES
    end
  end
end
