# frozen_string_literal: true

require "nokogiri"

module JustSeal
  module Core
    module Documents
      module Written
        # Builds a tree of known elements out of one from anywhere.
        class Cleaner
          # Elements that stand in certain others only.
          WITHIN = { "li" => %w[ul ol], "tbody" => %w[table], "tr" => %w[tbody], "td" => %w[tr], "th" => %w[tr] }.freeze
          # Elements in which text has to stand in paragraphs.
          HOLDERS = %w[body li td th section].freeze

          def initialize
            @doc = Nokogiri::HTML4::Document.new
          end

          # A body element.
          def call(given)
            body = @doc.create_element("body")
            fill(body, given)
            body.css("[data-begun]").each { |node| node.delete("data-begun") }
            body
          end

          private

          def fill(target, given)
            given.children.each { |node| take(target, node) }
          end

          def take(target, node)
            return text(target, node.text) if node.text? || node.cdata?
            return unless node.element? && !GONE.include?(node.name)

            name = ALIAS.fetch(node.name, node.name)
            if node.name == "span" then span(target, node)
            elsif INLINE.include?(name) then inline(target, node, name)
            elsif allowed?(target, node, name) then block(target, node, name)
            else fill(target, node)
            end
          end

          def allowed?(target, node, name)
            return false unless BLOCKS.include?(name) && !within_text?(target)
            return false if name == "section" && !node["data-clause"].to_s.match?(CLAUSE)

            WITHIN.fetch(name, HOLDERS).include?(target.name)
          end

          def within_text?(target) = TEXT_BLOCKS.include?(target.name) || INLINE.include?(target.name)

          def block(target, node, name)
            made = @doc.create_element(name)
            made["class"] = CLAUSES if name == "ol" && node["class"].to_s.split.include?(CLAUSES)
            made["data-clause"] = node["data-clause"] if name == "section"
            fill(made, node)
            empty = made.children.empty?
            return if empty && !%w[td th section].include?(name)

            made << @doc.create_element("p") if empty && name != "section"
            target << made
          end

          def inline(target, node, name)
            made = @doc.create_element(name)
            fill(made, node)
            line(target) << made if name == "br" || made.children.any?
          end

          def text(target, words)
            return if words.strip.empty? && HOLDERS.include?(target.name)
            return if %w[ul ol table tbody tr].include?(target.name)

            line(target) << @doc.create_text_node(words.gsub(/[[:space:]]+/, " "))
          end

          # Where a run of text goes: into +target+, or the paragraph at its end that is begun for it.
          def line(target)
            return target if within_text?(target)

            last = target.children.last
            return last if last && last.name == "p" && last["data-begun"]

            @doc.create_element("p", "data-begun" => "yes").tap { |made| target << made }
          end

          def span(target, node)
            if node["data-particular"].to_s.match?(Filing::ClassDefinition::NAME)
              line(target) << mark("data-particular" => node["data-particular"])
            elsif field?(node) then line(target) << mark(field(node))
            else
              fill(target, node)
            end
          end

          def mark(values) = @doc.create_element("span", values)

          def field?(node)
            KINDS.include?(node["data-field"]) && node["data-party"].to_s.match?(Dockets::Letters::FORM)
          end

          def field(node)
            texts = FIELD_TEXTS.to_h { |name, most| ["data-#{name}", node["data-#{name}"].to_s.strip[0, most]] }
            required = node["data-required"] == "no" ? "no" : "yes"
            node.to_h.slice("data-field", "data-party").merge(texts, "data-required" => required)
          end
        end
      end
    end
  end
end
