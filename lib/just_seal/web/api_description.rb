# frozen_string_literal: true

require "kramdown"
require "yaml"

module JustSeal
  module Web
    # docs/api.yaml, read for people: what can be asked, by what it is about, and what goes in and comes back.
    module ApiDescription
      PATH = File.join(ROOT, "docs", "api.yaml")
      TREE = YAML.load_file(PATH).freeze
      VERBS = %w[get post patch].freeze
      # +verb+, +path+; +summary+; +parameters+, +fields+: [[name, type, needed, description], ...]; +answer+: name of a
      # shape, nil for a file.
      Asked = Core::Value.of(:verb, :path, :summary, :parameters, :fields, :answer)

      module_function

      # SafeHtml
      def about = SafeHtml.new(Kramdown::Document.new(TREE.dig("info", "description")).to_html)

      # {first part of the path => [Asked, ...]}
      def groups
        all = TREE["paths"].flat_map do |path, said|
          said.slice(*VERBS).map do |verb, one|
            asked(verb, path, said, one)
          end
        end
        all.group_by { |one| one.path.split("/")[1].to_s }
      end

      # {name => [[name, type, needed, description], ...]} of what comes back.
      def shapes
        TREE.dig("components", "schemas").filter_map do |name, schema|
          fields = fields(schema)
          [name, fields] if fields.any? && name != "Page"
        end.to_h
      end

      def asked(verb, path, said, one)
        parameters = [*said["parameters"], *one["parameters"]].map { |given| parameter(resolved(given)) }
        Asked.new(
          verb: verb.upcase,
          path: path,
          summary: one["summary"],
          parameters: parameters,
          fields: fields(body(one)),
          answer: answer(one)
        )
      end

      def parameter(given)
        [given["name"], type(given["schema"]), given["required"] == true, given["description"].to_s]
      end

      def body(one) = one.dig("requestBody", "content").to_h.values.first.to_h["schema"]

      def answer(one)
        success = one["responses"].find { |code, _| code.start_with?("2") }.last
        reference = success["content"].to_h.values.first&.dig("schema", "$ref")
        reference&.split("/")&.last
      end

      def fields(schema)
        whole = resolved(schema.to_h)
        needed = [*whole["required"], *schema.to_h["required"]]
        known = whole["properties"].to_h.merge(schema.to_h["properties"].to_h)
        known.map { |name, one| [name, type(one), needed.include?(name), one["description"].to_s] }
      end

      def resolved(schema)
        reference = schema["$ref"] or return schema
        resolved(TREE.dig(*reference.delete_prefix("#/").split("/")))
      end

      # In short: "string", "one of a, b", "list of Party".
      def type(schema)
        return schema["$ref"].split("/").last if schema["$ref"]
        return schema["enum"].compact.join(", ") if schema["enum"]
        return "#{type(schema["items"].to_h)} …" if schema["type"] == "array"

        [*schema["type"]].-(["null"]).join(", ")
      end
    end
  end
end
