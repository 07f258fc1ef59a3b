# frozen_string_literal: true

require "cgi"
require "nokogiri"

module JustSeal
  module Core
    module Documents
      # A document that is written in place, as HTML of few elements: headings, paragraphs, lists, numbered clauses,
      # tables, and three of its own:
      #
      #   <span data-particular="vessel"> what the record's particular says
      #   <span data-field="signature" data-party="A" data-name="" data-label="" data-required="yes"> a field
      #   <section data-clause="payment/2"> version 2 of a clause that the office keeps
      #
      # What is none of these is taken apart, and its text stays; what could act in a browser is gone.
      module Written
        FORMAT = "just-seal/written/1"
        MAX_BYTES = 1_000_000
        MAX_DEPTH = 40
        # Of all tables together, with those that rows of fewer cells are filled up with.
        MAX_CELLS = 20_000
        BLOCKS = %w[h1 h2 h3 p ul ol li table tbody tr td th section].freeze
        TEXT_BLOCKS = %w[h1 h2 h3 p].freeze
        INLINE = %w[strong em br].freeze
        ALIAS = { "b" => "strong", "i" => "em" }.freeze
        GONE = %w[script style template iframe object embed svg math noscript title head].freeze
        CLAUSES = "clauses"
        CLAUSE = %r{\A([a-z][a-z0-9_]{0,39})/(\d{1,6})\z}
        # Kinds that can stand in a line of text.
        KINDS = Fields::Kinds::ALL.keys - %w[computed particular one_of]
        FIELD_TEXTS = { "name" => 40, "label" => 100 }.freeze

        # +body+: clean HTML of what stands in the body; +fields+: [{"kind", "party", "name", "label", "required"}, ...]
        # in their order; +particulars+: names; +clauses+: [[name, version], ...]
        Source = Value.of(:body, :fields, :particulars, :clauses)

        module_function

        # Source of +html+, from anywhere. Raises Refused :written_too_large, :written_too_deep, :written_too_wide or
        # :written_empty.
        def read(html)
          raise Refused, :written_too_large if html.bytesize > MAX_BYTES

          given = Nokogiri::HTML5.fragment(inside(html.scrub("")), max_tree_depth: MAX_DEPTH)
          body = Cleaner.new.call(given)
          if body.inner_text.strip.empty? && body.css("[data-field], [data-clause]").empty?
            raise Refused,
              :written_empty
          end

          source(body)
        rescue ArgumentError
          raise Refused, :written_too_deep
        end

        def source(body)
          raise Refused, :written_too_wide if body.css("table").sum { |table| cells(table) } > MAX_CELLS

          Source.new(
            body: body.children.map { |node| node.to_html(encoding: "UTF-8") }.join("\n"),
            fields: body.css("[data-field]").map { |node| field(node) },
            particulars: body.css("[data-particular]").map { |node| node["data-particular"] }.uniq,
            clauses: body.css("[data-clause]").map { |node| clause(node) }
          )
        end

        def clause(node) = node["data-clause"].match(CLAUSE).captures.then { |name, version| [name, version.to_i] }

        # Its rows by the longest of them.
        def cells(table)
          rows = table.css("tr").map { |row| row.element_children.size }
          rows.size * rows.max.to_i
        end

        # The source with the text that the office keeps in each of its clauses, whatever stood there. +bodies+:
        # {"NAME/VERSION" => HTML}. Raises Refused :clause_unknown, and as .read does.
        def with_clauses(source, bodies)
          added = source.clauses.sum { |name, version| bodies["#{name}/#{version}"].to_s.bytesize }
          raise Refused, :written_too_large if source.body.bytesize + added > MAX_BYTES

          body = Nokogiri::HTML5.fragment(source.body)
          body.css("[data-clause]").each do |section|
            kept = bodies[section["data-clause"]] or raise Refused.new(:clause_unknown, name: section["data-clause"])
            section.inner_html = kept
          end
          source(body)
        end

        def field(node)
          {
            "kind" => node["data-field"],
            "party" => node["data-party"],
            "name" => node["data-name"].to_s,
            "label" => node["data-label"].to_s,
            "required" => node["data-required"] == "yes"
          }
        end

        # A whole document around +body+, as it is kept. +language+: two letters.
        def page(body, title:, language:)
          <<~HTML
            <!DOCTYPE html>
            <html lang="#{language}">
            <head>
            <meta charset="utf-8">
            <meta name="generator" content="#{FORMAT}">
            <title>#{CGI.escapeHTML(title)}</title>
            </head>
            <body>
            #{body}
            </body>
            </html>
          HTML
        end

        # What stands in the body of a whole document, or all of a part of one.
        def inside(html)
          opening = html.match(/<body[^<>]{0,1000}>/i) or return html
          closing = html.rindex(%r{</body>}i)
          closing && closing > opening.end(0) ? html[opening.end(0)...closing] : html
        end
      end
    end
  end
end
