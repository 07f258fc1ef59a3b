# frozen_string_literal: true

module JustSeal
  module Core
    module Dockets
      module Readiness
        # What is written into the documents or onto the seal certificate needs a face that shows it.
        module PrintIssues
          module_function

          # +unprintable+: callable, text to the characters that no face can show.
          def call(draft, unprintable)
            printed = of_parties(draft) + of_titles(draft) + of_particulars(draft)
            printed.filter_map do |reason, fix, party, text, facts|
              gaps = unprintable.call(text.to_s)
              Readiness.error(reason, fix, party, characters: gaps.join(" "), **facts) unless gaps.empty?
            end
          end

          # [[reason, fix, party or nil, text, facts], ...]
          def of_parties(draft)
            draft.parties.flat_map do |party|
              {
                name_not_printable: party.name,
                organisation_not_printable: party.organisation,
                address_not_printable: party.email
              }.map { |reason, text| [reason, :parties, party, text, { name: party.name }] }
            end
          end

          def of_titles(draft)
            documents = draft.documents.map(&:title)
            [[:title_not_printable, :parties, nil, draft.title, {}]] +
              documents.map { |title| [:document_not_printable, :record, nil, title, { document: title }] }
          end

          # Particulars that are written onto pages when the docket is sent.
          def of_particulars(draft)
            draft.spots.select { |spot| spot.kind == "particular" }.filter_map do |spot|
              document = draft.documents.find { |one| one.position == spot.document }
              name = spot["particular"]
              _, value = document&.particulars.to_h[name]
              next unless value

              facts = { document: document.title, name: name }
              [:particular_not_printable, :record, nil, Filing::Particulars.text(value), facts]
            end
          end
        end
      end
    end
  end
end
