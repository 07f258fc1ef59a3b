# frozen_string_literal: true

module JustSeal
  module Words
    # An answer to a prepared question in words: its facts (see Queries::Questions::Question) with titles, meanings and
    # sentences. One from when answers kept words says what it said.
    class Answer
      # Characters of a hash that stand together.
      GROUP = 8
      # Facts that are keys of names: fact => scope of the locale files.
      NAMED = { "verdict" => "verdicts", "kind" => "version_kinds" }.freeze

      # What is put together from parts: what is said => method that says it.
      MADE = {
        "findings" => :findings,
        "changes" => :changes,
        "place" => :place,
        "proofs" => :proofs,
        "rule" => :rule,
        "roles" => :roles,
        "certificate_findings" => :certificate_findings,
        "rulebook_in_period" => :periods,
        "cut" => :cut
      }.freeze

      # +kept+: the answer, parsed.
      def self.of(kept) = kept.key?("format") ? new(kept).to_h : kept

      # What an inquiry is about, as a sentence; +scope+: as Queries::InquiryScope#to_h.
      def self.scope(scope)
        parts = [I18n.t("questions.scope.sent", from: scope["from"], until: scope["until"])]
        %w[classes case_files parties].each do |name|
          parts << I18n.t("questions.scope.#{name}", names: scope[name].join(", ")) if scope[name].to_a.any?
        end
        I18n.t("questions.scope.sentence", parts: parts.join(", "))
      end

      # The cells of one row of +question+ in words; +columns+: as an answer has them.
      def self.line(question, columns, cells)
        scopes = columns.map { |column| column["words"] }
        one = new("question" => question)
        cells.each_with_index.map { |value, index| one.cell(value, scopes[index]) }
      end

      def initialize(kept)
        @kept = kept
        @name = kept.fetch("question")
      end

      # The answer as pages and files show it: {"definition", "figures", "lists", "charts", "notes", ...}, in words.
      def to_h
        @kept.except("format", "scope", "facts").merge(
          "definition" => definition,
          "figures" => @kept["figures"].map { |one| figure(one) },
          "lists" => @kept["lists"].map { |one| list(one) },
          "charts" => @kept["charts"].map { |one| chart(one) },
          "notes" => @kept["notes"].map { |one| said(one) }
        )
      end

      # A cell, value or label in words; +scope+: of the keys that a column holds.
      def cell(value, scope = nil)
        return said(value) if value.is_a?(Hash)

        scope && value ? I18n.t(value, scope: scope, default: value.to_s) : value
      end

      private

      def own(key, **facts) = I18n.t("questions.#{@name}.#{key}", **facts)

      def definition
        facts = @kept["facts"].to_h.transform_keys(&:to_sym)
        facts[:rulebook] &&= own("rulebook", version: facts[:rulebook])
        facts[:rulebook] ||= own("no_rulebook") if facts.key?(:rulebook)
        [*own("definition", **facts), Answer.scope(@kept["scope"])]
      end

      def figure(one)
        value = one["value"]
        title = I18n.t("questions.#{@name}.figures.#{one["name"]}", chain: value.is_a?(Hash) ? value["chain"] : nil)
        value = value.scan(/.{#{GROUP}}/o).join(" ") if %w[sha256 brought].include?(one["name"])
        one.merge("name" => title, "value" => cell(value), "key" => one["name"])
      end

      def list(one)
        columns = one["columns"].map { |column| described(one["name"], column) }
        scopes = one["columns"].map { |column| column["words"] }
        rows = one["rows"].map { |row| row.each_with_index.map { |value, index| cell(value, scopes[index]) } }
        one.merge("title" => own("lists.#{one["name"]}.title"), "columns" => columns, "rows" => rows)
      end

      # Most columns of one name mean the same everywhere.
      def described(list, column)
        place = "questions.#{@name}.lists.#{list}.columns.#{column["name"]}"
        place = "questions.columns.#{column["name"]}" unless I18n.exists?(place)
        {
          **column.slice("name", "personal"),
          "title" => I18n.t("#{place}.title"),
          "means" => I18n.t("#{place}.means")
        }
      end

      def chart(one)
        bars = one["bars"].map { |label, value| [cell(label), value] }
        { "title" => own("charts.#{one["name"]}.title"), "unit" => own("charts.#{one["name"]}.unit"), "bars" => bars }
      end

      def said(told)
        facts = told.except("said")
        made = MADE[told["said"]]
        made ? send(made, facts) : I18n.t("questions.said.#{told["said"]}", **worded(facts))
      end

      def findings(facts) = facts["findings"].map { |one| Checks.finding(one) }.join(" ")
      def changes(facts) = facts["changes"].map { |one| Checks.change(one) }.join("; ")
      def place(facts) = Checks.place(facts["place"])
      def proofs(facts) = facts["proofs"].map { |one| proof(one) }.join("; ")
      def roles(facts) = names("roles", facts["roles"])
      def certificate_findings(facts) = names("questions.certificates", facts["codes"])
      def periods(facts) = names("questions.said", facts.values.compact)
      def cut(facts) = I18n.t("questions.said.cut", **worded(facts), title: own("lists.#{facts["list"]}.title"))

      def rule(facts)
        facts["rule"].map { |key, value| "#{rule_key(key)}: #{Array(value).join(", ")}" }.join("; ")
      end

      def names(scope, keys) = keys.map { |key| I18n.t(key, scope: scope) }.join(I18n.t("lists.comma"))
      def proof(one) = "#{I18n.t("methods.#{one["method"]}")} #{one["at"]}"
      def rule_key(key) = I18n.t("questions.rule_keys.#{key}", default: key.tr("_", " "))

      # Facts that are keys of names themselves.
      def worded(facts)
        facts.to_h do |name, value|
          value = I18n.t(value, scope: NAMED.fetch(name), default: value).downcase if NAMED.key?(name)
          value = value.join(", ") if value.is_a?(Array)
          [name.to_sym, value || I18n.t("questions.said.none")]
        end
      end
    end
  end
end
