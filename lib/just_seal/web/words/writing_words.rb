# frozen_string_literal: true

module JustSeal
  module Web
    # What pages on which a text is written tell their script: what can be put in.
    module WritingWords
      # Parties that can be named before a docket is.
      PARTIES = ("A".."H").to_a.freeze

      def scripts = %w[pages/write]
      def parties = PARTIES

      # +items+: particulars of the class; +clauses+: of Queries::OfficeClauses.
      def put_in(items, clauses)
        {
          kinds: Core::Documents::Written::KINDS.map { |kind| [kind, I18n.t("field_kinds.#{kind}")] },
          particulars: items.map { |item| item.values_at("name", "label") },
          clauses: clauses.map(&:to_h)
        }
      end
    end
  end
end
