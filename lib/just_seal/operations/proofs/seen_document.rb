# frozen_string_literal: true

require "date"

module JustSeal
  module Operations
    # What is kept of an identity document that a member of staff looked at: its kind, issuer, last characters and
    # expiry; never a picture, never its whole number.
    module SeenDocument
      KINDS = %w[passport identity_card driving_licence residence_permit].freeze
      LAST = /\A[A-Za-z0-9]{4}\z/
      ISSUER = (2..100)

      module_function

      # +given+: {kind:, issuer:, last:, expires:}, text; +today+: Date. Returns facts of a proof. Raises
      # Errors::Invalid keyed "kind", "issuer", "last", "expires".
      def read(given, today:)
        kind, issuer, last, expires = given.values_at(:kind, :issuer, :last, :expires).map { |text| text.to_s.strip }
        problems = {
          "kind" => (:seen_kind_missing unless KINDS.include?(kind)),
          "issuer" => (issuer_missing unless ISSUER.cover?(issuer.length)),
          "last" => (:seen_number unless last.match?(LAST)),
          "expires" => expiry(expires, today)
        }.compact
        raise Errors::Invalid, problems if problems.any?

        { "kind" => kind, "issuer" => issuer, "last" => last.upcase, "expires" => expires }
      end

      def issuer_missing = Core::Problem.new(:seen_issuer_missing, limit: ISSUER.max)

      def expiry(text, today)
        Date.iso8601(text) < today ? :expired : nil
      rescue Date::Error
        :not_a_date_expiry
      end
    end
  end
end
