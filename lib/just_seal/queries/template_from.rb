# frozen_string_literal: true

module JustSeal
  module Queries
    # A docket's documents, parties, fields, wording and time as the definition of a template: roles stand for the
    # people.
    class TemplateFrom
      # Initials that stand alike on this many pages to the last are one field of the template.
      MIN_RUN = 2
      ALIKE = %w[document role kind x y width height].freeze

      # +files+: is the template to keep the documents themselves?
      def initialize(docket, title, files: false, office: JustSeal.office)
        @docket = docket
        @title = title
        @files = files
        @office = office
      end

      def definition
        days = TemplatePlan::WORDING.drop(2).to_h { |name| [name, @docket[name.to_sym]] }.compact
        {
          "format" => Core::Dockets::TemplateDefinition::FORMAT,
          "title" => @title,
          "class" => first.record.record_class.code,
          "subject" => @docket.subject,
          "message" => @docket.message,
          "deadline_days" => working_days,
          **days,
          "options" => @docket.options.to_h.except("password"),
          "documents" => @docket.documents.map { |document| document(document) },
          "roles" => @docket.parties.map { |party| role(party) },
          "fields" => gathered(fields)
        }.compact
      end

      # SHA-256 of the files that the definition may speak of.
      def kept = @files ? @docket.documents.map { |document| document.version.sha256 } : []

      private

      def first = @docket.to_sign.first

      def document(document)
        version = document.version
        {
          "title" => document.record.title,
          "class" => document.record.record_class.code,
          "role" => document.role,
          "replace" => @files ? "may" : "must",
          "sketch" => (FittingTemplates.sketch_of(version) if document.to_sign?),
          **(@files ? { "file" => version.sha256, "file_name" => version.file_name } : {})
        }.compact
      end

      # A date that was chosen becomes about as many working days.
      def working_days
        return @docket.deadline_days if @docket.deadline_days || @docket.deadline.nil?

        weeks = (@docket.deadline - (@docket.sent_at || @docket.created_at)) / (7 * 86_400)
        (weeks * 5).round.clamp(1, Core::Dockets::WorkingDays::MAX)
      end

      def role(party)
        source, ref, title = source(party)
        {
          "letter" => party.letter,
          "title" => party.role_title || title,
          "turn" => party.turn,
          "act" => party.act,
          "source" => source,
          "ref" => ref,
          "note" => party.note,
          "may_pass_on" => party.may_pass_on,
          "also_text" => party.also_text,
          "ask" => %w[outside particular].include?(source) ? asked(party) : []
        }.compact
      end

      # What the party had of its own, whoever stands for it has as well.
      def asked(party)
        return [] unless party.kind == "outside"

        [("telephone" unless party.telephone.empty?), ("phrase" if party.phrase_hash)].compact
      end

      # [source, ref, title of the role]
      def source(party)
        return ["group", party.group.name, party.group.name] if party.group_id
        return ["sender", "", Words.of("template_titles.sender")] if party.account_id == @docket.owner_id
        return ["staff", party.email, party.name] if party.staff?

        item = contacts.find { |one| first.record.particulars.dig(one["name"], "email") == party.email }
        return ["particular", item["name"], item["label"]] if item

        ["outside", "", Words.of("template_titles.party", letter: party.letter)]
      end

      def contacts
        record = first.record
        items = record.record_class.definition(record.class_version).fetch("particulars", [])
        items.select { |item| item["type"] == "contact" }
      end

      def fields
        @docket.documents.each_with_index.flat_map do |document, index|
          document.to_sign? ? fields_of(document, index + 1) : []
        end
      end

      def fields_of(document, number)
        words = @office.text.words(@office.blobs.get(document.version.sha256))
        document.spots(@docket.letters).map do |spot|
          {
            "document" => number,
            "role" => spot.party,
            "kind" => spot.kind,
            "page" => spot.page,
            "x" => spot.x,
            "y" => spot.y,
            "width" => spot.width,
            "height" => spot.height,
            "key" => spot.key,
            "settings" => spot.settings,
            "anchor" => Core::Fields::Anchors.of(words[spot.page - 1].to_a, spot)
          }.compact
        end
      end

      # Initials that stand in the same place on each page up to the last become one for a range of pages.
      def gathered(fields)
        runs = fields.select { |field| field["kind"] == "initials" }.group_by { |field| field.values_at(*ALIKE) }.values
        runs.select! { |run| to_the_last?(run) }
        firsts = runs.to_h { |run| [run.first, "#{run.first["page"]}-"] }
        (fields - runs.flat_map { |run| run.drop(1) }).map do |field|
          firsts.key?(field) ? field.except("anchor").merge("pages" => firsts[field]) : field
        end
      end

      def to_the_last?(run)
        pages = run.map { |field| field["page"] }
        last = @docket.documents[run.first["document"] - 1].version.page_count
        run.size >= MIN_RUN && pages == (pages.first..last).to_a
      end
    end
  end
end
