# frozen_string_literal: true

module JustSeal
  module Web
    # The form of a standing instruction: from the browser to a definition, and what its buttons want.
    module InstructionForm
      NUMBERS = %w[limit days].freeze

      module_function

      # The definition that was typed; +params+ of the form.
      def definition(params)
        said = params.slice("on", "class", "when", "name", "ends")
        said["asks"] = words(params["asks"])
        NUMBERS.each { |name| said[name] = number(params[name]) }
        Core::Instructions::Definition.read(said.merge("steps" => steps(params["steps"])))
      end

      # What was wanted of the form, [word, number of a step or nil]: "save", "rehearse", "add", ["drop", 2], ...
      def wanted(params)
        word, index = params["then"].to_s.split(":", 2)
        [word.to_s, index&.to_i]
      end

      # +definition+ after its button +word+ was pressed.
      def changed(definition, word, index, kind)
        steps = definition["steps"].dup
        case word
        when "add" then steps.push(blank(kind)) if Core::Instructions::StepKinds::ALL.include?(kind)
        when "drop" then steps.delete_at(index)
        when "up" then steps[index - 1], steps[index] = steps.values_at(index, index - 1) if index.between?(
          1,
          steps.size - 1
        )
        end
        definition.merge("steps" => steps.compact)
      end

      # A step as it is usually begun.
      def blank(kind)
        case kind
        when "sign" then { "kind" => kind, "go" => "look", "refused" => "ask", "lapsed" => "ask" }
        when "circulate" then { "kind" => kind, "act" => "acknowledge", "days" => 10 }
        else { "kind" => kind.to_s }
        end
      end

      def steps(given)
        return [] unless given.is_a?(Hash)

        rows = given.sort_by { |index, _| index.to_i }.map(&:last).grep(Hash)
        rows.select { |values| Core::Instructions::StepKinds::ALL.include?(values["kind"]) }.map { |one| step(one) }
      end

      def step(values)
        said = values.except("values", "days", "makes", "otherwise")
        said["days"] = number(values["days"]) if values["days"]
        said["makes"] = true if values["makes"] == "1"
        said["otherwise"] = true if values["otherwise"] == "1"
        said["values"] = pairs(values["values"]) if values["values"].is_a?(Hash)
        said
      end

      # {"0" => {"name" =>, "text" =>}} => {name => text}
      def pairs(given)
        rows = given.values.grep(Hash).reject { |row| row["name"].to_s.empty? }
        rows.to_h { |row| [row["name"].to_s, row["text"].to_s] }
      end

      def words(text) = text.to_s.scrub("").split(/[\s,;]+/).reject(&:empty?).uniq
      def number(text) = text.to_s.match?(/\A\d{1,5}\z/) ? text.to_i : nil
    end
  end
end
