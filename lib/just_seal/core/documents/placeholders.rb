# frozen_string_literal: true

require "bigdecimal"
require "set"

module JustSeal
  module Core
    module Documents
      # What marks in a document template mean for a set of values. Marks that yield nothing are noted: they are listed
      # for a person, never printed.
      #
      #   {{vessel}}  {{licensee.email}}  {{valid_from|date:%d.%m.%Y}}  {{berth|or:any berth}}
      # {{#if yearly_dues over 5000}} ... {{else}} ... {{/if}} conditions: NAME, NAME is TEXT, NAME is not TEXT, NAME
      # over NUMBER, NAME under NUMBER
      #   {{#each un_numbers}} {{item_number}} {{item}} {{/each}}
      class Placeholders
        NAME = /[a-z][a-z0-9_]*(?:\.[a-z]+)?/
        SIMPLE = /\{\{\s*(#{NAME})\s*((?:\|[^|{}]+)*)\}\}/
        ANY = /\{\{([^{}]*)\}\}/
        OPENING = /\{\{\s*#(if|each)\s+([^{}]+?)\s*\}\}/
        ELSE = /\{\{\s*else\s*\}\}/
        CLOSING = %r{\{\{\s*/(if|each)\s*\}\}}
        CONDITION = /\A(#{NAME})(?:\s+(is not|is|over|under)\s+(.+))?\z/
        CONTACT_PARTS = %w[name email organisation].freeze
        # Always there, besides the class's particulars.
        BUILT_IN = { "title" => "text", "class" => "text", "office" => "text", "today" => "date" }.freeze

        # +items+: the class's particulars; +values+: {name => value as kept}, with the built-in ones; +notation+: see
        # Filing::ParticularType#shown.
        def initialize(items, values, notation)
          @notation = notation
          @items = items.to_h { |item| [item.fetch("name"), item] }
          @values = values
          @missing = Set.new
          @unknown = Set.new
        end

        # Names without a value, and marks that mean nothing.
        def missing = @missing.to_a
        def unknown = @unknown.to_a

        # The text for simple mark +name+ with +filters+ ("|date:%Y"); +item+: [text, number] within a repetition.
        def text(name, filters, item = nil)
          raw, shown = value(name, item)
          parts = filters.split("|").drop(1)
          dated = parts.any? { |filter| filter.strip.start_with?("date") }
          result = parts.inject(dated ? raw : shown) { |text, filter| Filing::Naming.filtered(text, filter) }
          @missing << name if result.empty? && !@unknown.include?(name)
          result
        rescue KeyError, Date::Error
          @unknown << "#{name}#{filters}"
          ""
        end

        # Is +condition+ met? An empty value meets nothing but "is not".
        def met?(condition)
          name, operator, other = condition.match(CONDITION)&.captures
          return strange(condition) unless name

          raw, = value(name, nil)
          {
            nil => -> { !raw.empty? && raw != "no" },
            "is" => -> { raw.casecmp?(other) },
            "is not" => lambda {
              !raw.casecmp?(other)
            },
            "over" => -> { number(raw)&.>(number(other)) },
            "under" => lambda {
              number(raw)&.<(number(other))
            }
          }.fetch(operator).call || false
        end

        # The texts that +name+ repeats over.
        def list(name)
          return Array(@values[name]).map(&:to_s) if @items.dig(name, "type").to_s.match?(/\A(list|choices)\z/)

          strange("#each #{name}")
          []
        end

        # A mark of another form than those above.
        def strange(mark)
          @unknown << mark.strip
          nil
        end

        private

        # [as kept, as shown] of +name+; both empty without a value.
        def value(name, item)
          return [item[0], item[0]] if item && name == "item"
          return [item[1].to_s] * 2 if item && name == "item_number"

          base, part = name.split(".")
          type = @items.dig(base, "type") || BUILT_IN[base]
          if type.nil? || (part && !(type == "contact" && CONTACT_PARTS.include?(part)))
            strange(name)
            return ["", ""]
          end

          shown(base, part, type)
        end

        def shown(base, part, type)
          kept = @values[base]
          return ["", ""] if kept.nil? || kept == ""
          return [kept[part || "name"].to_s] * 2 if type == "contact"

          item = { "type" => type, **@items.fetch(base, {}) }
          [Filing::Particulars.text(kept), Filing::Types.of(item).shown(item, kept, @notation)]
        end

        def number(text) = text.to_s.match?(Filing::Particulars::NUMBER) ? BigDecimal(text) : nil
      end
    end
  end
end
