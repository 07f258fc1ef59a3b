# frozen_string_literal: true

module JustSeal
  module Words
    # What checks found, in words: of PDFs, of bundles and packs, and of the ledger. Findings are those of the core, or
    # such as answers keep (see Core::Problem.plain).
    module Checks
      # class of a finding => scope of the locale files
      SCOPES = {
        Core::Pdf::Check::Finding => "findings.pdf",
        Core::Bundle::Check::Finding => "findings.bundle",
        Queries::LedgerAudit::Finding => "findings.ledger"
      }.freeze

      module_function

      # What is said of +one+, as a sentence.
      def finding(one)
        code, facts = one.is_a?(Hash) ? one.values_at("code", "facts") : [one.code, one.facts]
        scope = SCOPES.fetch(one.class, "findings.pdf")
        I18n.t(code, scope: scope, **facts.to_h.to_h { |name, value| [name.to_sym, fact(name.to_sym, value)] })
      end

      def fact(name, value)
        return finding(value) if name == :finding
        return place(value) if %i[what checkpoint].include?(name)
        return value unless value.is_a?(Symbol) || value.is_a?(Hash)

        reason(value.is_a?(Hash) ? value["reason"] : value)
      end

      def reason(name) = I18n.t(name, scope: "findings.reasons", default: name.to_s.tr("_", " "))

      # Where a finding is: a name as it stands, a Symbol, or a Problem.
      def place(where)
        name, facts = parts(where)
        return where unless name
        return keys(facts) if name.to_sym == :entries

        I18n.t(name, scope: "places", default: name.to_s, **facts.transform_values { |value| place(value) })
      end

      # One thing that a revision did: Symbol, Problem, finding, or a sentence from when answers kept words.
      def change(one)
        return one if one.is_a?(String)
        return finding(one) if one.respond_to?(:grade) || (one.is_a?(Hash) && one.key?("code"))

        name, facts = parts(one)
        I18n.t(name, scope: "pdf_changes", **facts)
      end

      def time_source(source) = source && I18n.t(source, scope: "time_sources")

      def parts(value)
        case value
        when Symbol then [value, {}]
        when Core::Problem then [value.reason, value.facts]
        when Hash then [value["reason"], value["facts"].to_h.transform_keys(&:to_sym)]
        end
      end

      def keys(facts)
        facts[:keys].map { |key| I18n.t(key, scope: "places.keys", default: key) }.join(I18n.t("lists.comma"))
      end
    end
  end
end
