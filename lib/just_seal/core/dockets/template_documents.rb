# frozen_string_literal: true

module JustSeal
  module Core
    module Dockets
      # The documents of a docket template: [{"title" =>, "class" => code or "", "role" => one of ROLES, "replace" =>
      # one of REPLACE, "pages" => see Documents::PageRanges, "particulars" => {name => text}, and where the template
      # keeps the document itself "file" => SHA-256, "file_name" =>}, ...].
      module TemplateDocuments
        MAX = 12
        ROLES = %w[sign enclosure].freeze
        # Is the kept document always sent, may another be sent in its place, or must whoever uses the template bring
        # one?
        REPLACE = %w[kept may must].freeze
        SHA256 = /\A[0-9a-f]{64}\z/
        TEXTS = {
          "title" => 300,
          "class" => 4,
          "pages" => Documents::PageRanges::MAX_CHARACTERS,
          "file_name" => 255
        }.freeze
        MAX_PARTICULARS = Filing::ClassDefinition::MAX_ITEMS
        MAX_VALUE = Filing::Particulars::MAX_CHARACTERS

        module_function

        # The list to keep of +given+, a list of Hash; every fault is yielded as a Problem.
        def read(given, &fault)
          kept = given.each_with_index.map { |document, index| document(document, index + 1, &fault) }
          yield Problem.new(:template_signs_nothing) if kept.none? { |document| document["role"] == "sign" }
          kept
        end

        # What a template without a list of them says: one document, which whoever uses it brings.
        def one(class_code, sketch)
          [{ "title" => "", "class" => class_code, "role" => "sign", "replace" => "must", "sketch" => sketch }]
        end

        def document(given, number, &fault)
          texts = TEXTS.to_h { |name, most| [name, text(given[name], most, number, name, &fault)] }
          kept = {
            **texts,
            "role" => one_of(ROLES, given["role"], "sign"),
            "replace" => one_of(REPLACE, given["replace"], "must"),
            "file" => (given["file"] if given["file"].to_s.match?(SHA256)),
            "particulars" => particulars(given["particulars"]),
            "sketch" => sketch(given["sketch"])
          }
          check(kept, number, &fault)
          kept.compact
        end

        def check(kept, number)
          yield Problem.new(:template_file_lacking, number: number) if kept["file"].nil? && kept["replace"] != "must"
          yield Problem.new(:template_pages, number: number) unless Documents::PageRanges.valid?(kept["pages"])
        end

        def one_of(known, given, usual) = known.include?(given) ? given : usual

        def text(given, most, number, name)
          plain = given.is_a?(String) ? given.scrub("").unicode_normalize(:nfc).strip : ""
          where = Problem.new(:of_document, number: number, name: name)
          yield Problem.new(:text_too_long, name: where, limit: most) if plain.length > most
          plain[0, most]
        end

        def particulars(given)
          return {} unless given.is_a?(Hash)

          texts = given.select { |name, text| name.match?(Filing::ClassDefinition::NAME) && text.is_a?(String) }
          texts.first(MAX_PARTICULARS).to_h.transform_values { |text| text.scrub("")[0, MAX_VALUE] }
        end

        def sketch(given)
          given.is_a?(Array) ? given.grep(Integer).first(Documents::TextSimilarity::SIZE) : []
        end
      end
    end
  end
end
