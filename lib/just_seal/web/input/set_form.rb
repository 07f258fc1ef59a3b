# frozen_string_literal: true

module JustSeal
  module Web
    # The form of a field set: from the browser to a definition, and back.
    class SetForm
      EMPTY_ROWS = 3
      PLAIN = %w[label help mask mask_form pattern default unit].freeze
      USUAL = { "kind" => "text", "width" => 150, "settings" => {} }.freeze

      attr_reader :name, :version, :definition

      # +row+: Store::FieldSet, nil for a new one.
      def self.from(row)
        return new("", 0, { "title" => "", "items" => [] }) unless row

        new(row.name, row.version, row.definition)
      end

      # A new one, from the starter +name+ where there is such.
      def self.begun(name)
        definition = Queries::FieldSetStarters.definition(name)
        definition ? new(name, 0, definition) : from(nil)
      end

      # +params+: of the request. Rows without a name and a label are left out.
      def self.read(params, name: nil)
        rows = params["items"].is_a?(Hash) ? params["items"].sort_by { |index, _| index.to_i }.map(&:last) : []
        items = rows.grep(Hash).filter_map { |row| item(row.transform_values { |value| text(value) }) }
        definition = { "title" => text(params["title"]).strip, "items" => items }
        new(name || text(params["name"]).strip, params["version"].to_i, definition)
      end

      def self.text(value) = value.is_a?(String) ? value.scrub("")[0, 250_000].gsub("\r\n", "\n") : ""

      def self.item(row)
        return if row.values_at("name", "label").all? { |value| value.to_s.strip.empty? }

        {
          "name" => row["name"].to_s.strip,
          "kind" => row["kind"],
          "width" => row["width"].to_i,
          "beside" => row["beside"] == "yes",
          "settings" => settings(row)
        }
      end

      def self.settings(row)
        settings = row.slice(*PLAIN).transform_values(&:strip).reject { |_, value| value.empty? }
        settings["required"] = true if row["required"] == "yes"
        settings["options"] = row["options"].lines(chomp: true).map(&:strip).reject(&:empty?) if row["options"]
        settings
      end
      private_class_method :text, :item, :settings

      def initialize(name, version, definition)
        @name = name
        @version = version
        @definition = definition
      end

      def fresh? = version.zero?
      def title = definition["title"]
      def items = definition["items"] + Array.new(EMPTY_ROWS) { USUAL }
    end
  end
end
