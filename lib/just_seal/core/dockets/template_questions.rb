# frozen_string_literal: true

module JustSeal
  module Core
    module Dockets
      # What a docket template asks of whoever uses it, beyond people and documents: [{"name" => machine name, "label"
      # =>, "type" => one of TYPES, "required" =>, "help" =>, "options" =>, "field" => key of a field that gets the
      # value}, ...]. Each is an item as of a record class (see Filing::Particulars). What is answered also stands where
      # the wording, a title or a particular of the template says {{ask.NAME}}.
      module TemplateQuestions
        MAX = 40
        TYPES = %w[text number money date yes_no choice].freeze
        TEXTS = { "name" => 40, "label" => 100, "type" => 20, "help" => 300, "field" => 40, "unit" => 20 }.freeze
        MARK = /\{\{\s*ask\.([a-z][a-z0-9_]{0,39})\s*\}\}/

        module_function

        # The list to keep of +given+, a list of Hash; +keys+: of the template's fields. Every fault is yielded.
        def read(given, keys, &fault)
          kept = given.map { |question| question(question) }
          kept.each_with_index { |question, index| check(question, index, kept, keys, &fault) }
          kept
        end

        def question(given)
          texts = TEXTS.to_h { |name, most| [name, text(given[name], most)] }
          options = Array(given["options"]).grep(String).map { |option| text(option, 100) }.reject(&:empty?).uniq
          texts.merge("required" => given["required"] == true, "options" => options)
            .reject { |_, value| ["", []].include?(value) }
        end

        def text(given, most) = given.is_a?(String) ? given.scrub("").unicode_normalize(:nfc).strip[0, most] : ""

        def check(question, index, all, keys)
          problem = name_problem(question, all) || type_problem(question)
          problem ||= Problem.new(:question_of_no_field, field: question["field"]) if stray?(question["field"], keys)
          yield Problem.new(:of_question, number: index + 1, problem: problem) if problem
        end

        def name_problem(question, all)
          Filing::ClassDefinition.name_problem(question["name"].to_s, all) ||
            Filing::ClassDefinition.label_problem({ "label" => "", **question })
        end

        def type_problem(question)
          return Problem.new(:type_unknown, name: question["name"]) unless TYPES.include?(question["type"])

          Filing::ClassDefinition.type_problem(question)
        end

        def stray?(field, keys) = field && !keys.include?(field)

        # +text+ with what was answered ({name => text}) in the place of its marks; a mark without an answer is nothing.
        def filled(text, answers) = text.to_s.gsub(MARK) { answers[Regexp.last_match(1)].to_s }

        # Names that the marks in +text+ speak of.
        def names(text) = text.to_s.scan(MARK).flatten
      end
    end
  end
end
