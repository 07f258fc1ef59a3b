# frozen_string_literal: true

module JustSeal
  module Web
    # The form of a record class: from the browser to a definition, and back.
    class ClassForm
      EMPTY_ROWS = 2
      BLANK = {
        "code" => "",
        "title" => "",
        "scope_note" => "",
        "needs_signature" => true,
        "tells_values" => true,
        "notes_readings" => false,
        "stub_title" => true,
        "circulators" => {},
        "paper" => {},
        "particulars" => [],
        "checks" => [],
        "naming_rule" => "",
        "filing_rule" => "",
        "default_parties" => []
      }.freeze

      attr_reader :definition, :version, :parent_code

      # +row+: Store::RecordClass, nil for a new one.
      def self.from(row)
        return new(BLANK, 0, "") unless row

        new(row.definition, row.version, row.parent_id ? Queries::Lookup.class_by_id(row.parent_id).code : "")
      end

      # +params+: of the request. Rows without a machine name and a label are left out.
      def self.read(params, code: nil)
        definition = {
          **line(params),
          "code" => code || text(params["code"]).strip.upcase,
          "particulars" => rows(params["particulars"]).filter_map { |row| item(row) },
          "checks" => rows(params["checks"]).filter_map { |row| check(row) },
          "default_parties" => DefaultParties.read(params["parties"])
        }
        new(definition, params["version"].to_i, text(params["parent"]))
      end

      # What stands of the class itself in the form.
      def self.line(params)
        texts = %w[title scope_note naming_rule filing_rule].to_h { |key| [key, text(params[key])] }
        answers = {
          "needs_signature" => params["needs_signature"] == "yes",
          "tells_values" => params["tells_values"] != "no",
          "notes_readings" => params["notes_readings"] == "yes",
          "stub_title" => params["stub_title"] == "yes"
        }
        { **texts, **answers, "circulators" => circulators(params), "paper" => paper(params) }
      end

      # On which terms its records are signed on paper; {} for not at all.
      def self.paper(params)
        ticked = Core::Paper::Terms::KEYS.select { |key| params["paper_#{key}"] == "yes" }
        said = ticked.to_h { |key| [key, true] }
        said["shows"] = "pages" if params["paper_shows"] == "pages"
        place = text(params["paper_place"]).strip
        place.empty? ? said : said.merge("place" => place)
      end

      # Who may send its records round; {} for whoever may send.
      def self.circulators(params)
        roles, people = %w[circulator_roles circulator_people].map { |key| Array(params[key]).grep(String) }
        said = { "roles" => roles & Core::Rights::TABLE.fetch(:send), "people" => people.map(&:to_i) }
        said.reject { |_, list| list.empty? }
      end

      def self.text(value) = value.is_a?(String) ? value.scrub("")[0, 2000].gsub("\r\n", "\n") : ""
      def self.rows(value) = value.is_a?(Hash) ? value.sort_by { |index, _| index.to_i }.map(&:last).grep(Hash) : []

      def self.item(row)
        values = row.transform_values { |value| text(value).strip }
        return if values.values_at("name", "label").all? { |value| value.to_s.empty? }

        plain = values.slice("name", "label", "type", "help", "default", "unit").reject { |_, value| value.empty? }
        { "name" => "", "label" => "", "type" => "text" }.merge(
          plain,
          more(values),
          "required" => row["required"] == "yes",
          "listed" => row["listed"] == "yes"
        ).reject do |key, value|
          key == "listed" && !value
        end
      end

      # One column of the form means something else for each type.
      def self.more(values)
        more = values["more"].to_s
        return {} if more.empty?

        case values["type"]
        when "text" then { "pattern" => more }
        when "number" then { "decimals" => more.to_i }
        else { "options" => more.split(/\s*[,;]\s*/).reject(&:empty?) }
        end
      end

      def self.check(row)
        values = row.slice("left", "operator", "right").transform_values { |value| text(value).strip }
        values if values["left"].to_s != "" && values["right"].to_s != ""
      end
      private_class_method :text, :rows, :item, :more, :check

      def initialize(definition, version, parent_code)
        @definition = definition
        @version = version
        @parent_code = parent_code
      end

      def [](key) = definition[key]
      def items = definition.fetch("particulars") + Array.new(EMPTY_ROWS) { {} }
      def checks = definition.fetch("checks") + [{}]
      def parent = parent_code.empty? ? nil : Queries::Lookup.record_class(parent_code)
    end
  end
end
