# frozen_string_literal: true

module JustSeal
  module Queries
    # Fields that the document of a draft seems to wait for, where none is placed yet.
    module DocketProposals
      module_function

      # [{kind:, party:, document:, page:, x:, y:, width:, height:, settings:}, ...]
      def call(docket, office: JustSeal.office)
        people = people(docket, office)
        docket.to_sign.flat_map { |document| of_document(document, people, office) }
      end

      def of_document(document, people, office)
        placed = document.fields.map { |field| field.spot("") }
        found = Core::Fields::Detection.call(pages(office, office.blobs.get(document.version.sha256)), people)
        found.reject do |proposal|
          placed.any? do |spot|
            spot.overlaps?(proposal)
          end
        end.map { |proposal| { document: document.position, **proposal.to_h.compact } }
      end

      def pages(office, bytes)
        words = office.text.words(bytes)
        doc = Core::Pdf::Signing.open(bytes)
        fields = Core::Pdf::FormFields.of(doc)
        doc.pages.each_with_index.map do |page, index|
          drawn = Core::Pdf::RuledLines.of(page)
          Core::Fields::Detection::Page.new(
            number: index + 1,
            words: words[index].to_a,
            rules: drawn.lines,
            uprights: drawn.uprights,
            boxes: drawn.boxes,
            frames: drawn.frames,
            fields: fields[index + 1].to_a
          )
        end
      end

      # In the order of their turns. The office's own name stands for its staff.
      def people(docket, office)
        docket.parties_dataset.exclude(act: "receive").order(:turn, *Store::Party::IN_ORDER).map do |party|
          names = [party.name, party.organisation].reject(&:empty?)
          Core::Fields::Detection::Person.new(
            letter: party.letter,
            names: party.staff? ? names | [office.name] : names,
            signs: party.act == "sign"
          )
        end
      end
    end
  end
end
