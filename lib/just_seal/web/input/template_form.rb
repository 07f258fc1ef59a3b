# frozen_string_literal: true

module JustSeal
  module Web
    # The form of a docket template: from the browser to a definition and the files that come with it.
    class TemplateForm
      extend Uploads

      DAYS = Core::Dockets::TemplateDefinition::DAYS.keys.freeze
      TEXTS = %w[title class description subject message].freeze
      # Rows that wait to be filled in.
      EMPTY_QUESTIONS = 2
      NEW = "new"

      # [definition, {number of a document => {bytes:, file_name:}}] of what was typed over +definition+.
      def self.read(params, definition)
        documents, files, numbers = documents(params["documents"], definition["documents"])
        fields = definition["fields"].filter_map do |field|
          number = numbers[field["document"]]
          field.merge("document" => number) if number
        end
        typed = { **wording(params), "documents" => documents, "fields" => fields }
        typed["roles"] = definition["roles"].map { |role| role(role, params) }
        typed["questions"] = rows(params["questions"]).filter_map { |row| question(row) }
        [definition.merge(typed).compact, files]
      end

      def self.wording(params)
        texts = TEXTS.to_h { |name| [name, text(params[name])] }
        days = DAYS.to_h { |name| [name, text(params[name]).match?(/\A\d{1,3}\z/) ? params[name].to_i : nil] }
        { **texts, **days, "tags" => text(params["tags"]).split(/[,;\n]/) }
      end

      def self.role(role, params)
        letter = role["letter"]
        role.merge(
          "title" => text(params["role-#{letter}"]),
          "act" => text(params["act-#{letter}"]),
          "turn" => text(params["turn-#{letter}"]).to_i,
          "ask" => Core::Dockets::TemplateDefinition::ASKED & Array(params["ask-#{letter}"])
        )
      end

      # [documents, files by their new numbers, {number before => number now}]
      def self.documents(given, before)
        given = {} unless given.is_a?(Hash)
        list = []
        files = {}
        numbers = {}
        before.each_with_index do |document, index|
          row = hash(given[(index + 1).to_s])
          next if row["gone"] == "yes"

          list << document.merge(document(row))
          numbers[index + 1] = list.size
          take(row, list, files)
        end
        add(hash(given[NEW]), list, files)
        [list, files, numbers]
      end

      def self.add(row, list, files)
        return if text(row["title"]).strip.empty? && !row["file"].is_a?(Hash)

        list << document(row)
        take(row, list, files)
      end

      def self.document(row)
        texts = %w[title class role replace pages].to_h { |name| [name, text(row[name])] }
        values = text(row["particulars"]).lines.filter_map do |line|
          name, value = line.split("=", 2).map(&:strip)
          [name, value] if value
        end
        texts.merge("particulars" => values.to_h)
      end

      def self.take(row, list, files)
        file = upload(row["file"])
        files[list.size] = file unless file[:bytes].empty?
      end

      def self.question(row)
        texts = %w[name label type help field].to_h { |name| [name, text(row[name]).strip] }
        return if texts.values_at("name", "label").all?(&:empty?)

        texts.merge(
          "required" => row["required"] == "yes",
          "options" => text(row["options"]).split(/\s*[,;\n]\s*/).reject(&:empty?)
        )
      end

      # {one of Store::DocketTemplate::LISTS => values} that were ticked.
      def self.sharing(params)
        names = %i[units editor_units].to_h { |list| [list, Array(params[list.to_s]).map(&:to_s)] }
        ids = %i[people editors].to_h { |list| [list, Array(params[list.to_s]).map(&:to_i)] }
        names.merge(ids)
      end

      def self.text(value) = value.is_a?(String) ? value.scrub("")[0, 5000].gsub("\r\n", "\n") : ""
      def self.hash(value) = value.is_a?(Hash) ? value : {}
      def self.rows(value) = value.is_a?(Hash) ? value.sort_by { |index, _| index.to_i }.map(&:last).grep(Hash) : []
      private_class_method :wording, :role, :documents, :add, :document, :take, :question, :text, :hash, :rows
    end
  end
end
