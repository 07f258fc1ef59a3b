# frozen_string_literal: true

module JustSeal
  module Core
    module Dockets
      # What differs between two versions of a docket template.
      module TemplateChanges
        # +way+: :added, :gone or :changed; +kind+: :template, :document, :role, :question or :field; +name+: which of
        # them, as people know it; +member+: what of it changed; +before+, +after+: its values.
        Change = Value.of(:way, :kind, :name, :member, :before, :after)
        TEXTS = %w[
          title
          class
          description
          tags
          subject
          message
          deadline_days
          remind_after_days
          remind_every_days
          remind_before_days
          options
        ].freeze
        # kind => [where they stand, what they are told apart by, what they are called, what is of no account]
        PARTS = {
          document: ["documents", ["number"], "title", %w[number sketch]],
          role: ["roles", ["letter"], "title", %w[letter]],
          question: ["questions", ["name"], "label", %w[name]],
          field: ["fields", %w[document role kind slot], "slot", %w[document role kind slot anchor]]
        }.freeze

        module_function

        # [Change, ...] from definition +before+ to +after+.
        def of(before, after)
          texts = TEXTS.reject { |name| before[name] == after[name] }.map do |name|
            Change.new(way: :changed, kind: :template, member: name, before: before[name], after: after[name])
          end
          texts + PARTS.keys.flat_map { |kind| parts(kind, before, after) }
        end

        def parts(kind, before, after)
          place, keys, called, silent = PARTS.fetch(kind)
          old, new = [before, after].map do |one|
            numbered(one[place].to_a).to_h { |part| [part.values_at(*keys), part] }
          end
          both = (old.keys & new.keys).flat_map { |key| members(kind, old[key], new[key], called, silent) }
          alone(:gone, kind, old.except(*new.keys), called) + alone(:added, kind, new.except(*old.keys), called) + both
        end

        def alone(way, kind, parts, called)
          parts.values.map { |part| Change.new(way: way, kind: kind, name: part[called].to_s) }
        end

        # With "number" from 1, and "slot": their key, or how many of their kind came before.
        def numbered(parts)
          counts = Hash.new(0)
          parts.each.with_index(1).map do |part, number|
            count = counts[part.values_at("document", "role", "kind")] += 1
            key = part["key"].to_s
            part.merge("number" => number, "slot" => key.empty? ? "#{part["role"]}-#{part["kind"]}-#{count}" : key)
          end
        end

        def members(kind, old, new, called, silent)
          names = (old.keys | new.keys) - silent
          names.reject { |name| old[name] == new[name] }.map do |name|
            Change.new(
              way: :changed, kind: kind, name: new[called].to_s, member: name, before: old[name], after: new[name]
            )
          end
        end
      end
    end
  end
end
