# frozen_string_literal: true

module JustSeal
  module Queries
    # What a docket template asks of whoever uses it, and what was answered: a case file, documents, people, particulars
    # of the records that are made, and its own questions.
    class OpeningQuestions
      # A document of the template. +record+: the one that is sent in its place, nil for none; +record_class+: of a
      # record that is to be made; +items+: its particulars that are asked for; +file+: {sha256:, file_name:,
      # page_count:, size_bytes:} that the template keeps, or nil.
      Document = Struct.new(:number, :said, :record, :record_class, :items, :file, keyword_init: true) do
        def made? = record.nil?
        def replace = said["replace"]
      end

      attr_reader :template, :version, :definition, :answers

      # +answers+: {"case_file" => code, "records" => {number => record number}, "titles" => {number => text},
      # "particulars" => {number => {name => text}}, "people" => {letter => {"name" =>, "email" =>, "organisation" =>,
      # "telephone" =>, "phrase" =>}}, "ask" => {name => text}}; +sight+: of whoever answers.
      def initialize(template, version, answers, sight:)
        @template = template
        @version = version
        @definition = template.definition(version)
        @answers = answers
        @sight = sight
      end

      def documents
        @documents ||= @definition["documents"].each_with_index.map { |said, index| document(said, index + 1) }
      end

      # Roles for which somebody is typed, or of whom more is asked than their particular says.
      def people
        @definition["roles"].select { |role| typed?(role) || (role["source"] == "particular" && role["ask"].to_a.any?) }
      end

      def typed?(role) = role["source"] == "outside"
      def questions = @definition["questions"]
      def case_file = @case_file ||= @sight.case_files.first(code: answers["case_file"].to_s)
      # Is a case file asked for, since a record is to be made?
      def files? = documents.any?(&:made?)
      def title(document) = answer("titles", document.number) || document.said["title"].to_s

      # What was answered for +item+ of +document+, or what the template or the case file says.
      def particular(document, item)
        given = answer("particulars", document.number)
        given = given.is_a?(Hash) ? given[item["name"]] : nil
        given || document.said["particulars"].to_h[item["name"]] || defaults[item["name"]]
      end

      def person(role, key) = (answer("people", role["letter"]) || {})[key].to_s

      # Record that is asked for by its number and can't be had: {number of the document => number of the record}
      def unknown_records
        documents.to_h { |one| [one.number, wanted(one.number)] }
          .select { |number, text| !text.empty? && documents[number - 1].record.nil? }
      end

      private

      def answer(kind, key)
        given = answers[kind]
        given[key.to_s] if given.is_a?(Hash)
      end

      def document(said, number)
        record = (records[wanted(number)] unless said["replace"] == "kept")
        row = classes[class_code(said)] || classes.values.first
        document = Document.new(number: number, said: said, record: record, record_class: row, file: files[number])
        document.items = record ? [] : items(document)
        document
      end

      def wanted(number) = answer("records", number).to_s.strip
      def class_code(said) = said["class"].to_s.empty? ? @definition["class"] : said["class"]
      def classes = @classes ||= Store::RecordClass.order(:code).all.to_h { |row| [row.code, row] }

      def records
        @records ||= begin
          numbers = (1..@definition["documents"].size).map { |number| wanted(number) }.reject(&:empty?)
          numbers.empty? ? {} : @sight.records.where(number: numbers).all.to_h { |row| [row.number, row] }
        end
      end

      def files = @files ||= @template.files(@version)

      # What a record needs, what a role speaks of, and what the template gives; never what follows from an answer.
      def items(document)
        referred = @definition["roles"].select { |role| role["source"] == "particular" }.map { |role| role["ref"] }
        said = document.said["particulars"].to_h
        document.record_class.particulars.to_a.select do |item|
          name = item["name"]
          next false if said[name].to_s.match?(Core::Dockets::TemplateQuestions::MARK)

          item["required"] || referred.include?(name) || said.key?(name)
        end
      end

      def defaults
        @defaults ||= CaseDefaults.of(case_file).particulars.transform_values do |value|
          Core::Filing::Particulars.text(value)
        end
      end
    end
  end
end
