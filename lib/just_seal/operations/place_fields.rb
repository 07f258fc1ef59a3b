# frozen_string_literal: true

module JustSeal
  module Operations
    # Saves the fields of a draft, all at once.
    class PlaceFields < Operation
      MOST_FIELDS = 500

      # +fields+: [{"kind" =>, "party" => letter, "page" =>, "x" =>, "y" =>, "width" =>, "height" =>}, ...] in points.
      # Returns the docket. Raises Errors::Conflict when somebody else saved meanwhile.
      def call(actor, number:, edits:, fields:)
        refuse_nonsense(fields)
        transaction do
          docket = Store::Docket.locked(number)
          allow_docket!(actor, docket, :prepare)
          raise Errors::Conflict, "Docket #{number} is no longer a draft." unless docket.state == "draft"
          raise Errors::Conflict, "Somebody else saved docket #{number} meanwhile. Load the page again." unless docket.edits == edits

          replace(docket, fields)
          docket.update(edits: docket.edits + 1)
          enter(docket, "docket.fields_placed", actor, "edit" => docket.edits, "fields" => fields.size)
          docket
        end
      end

      private

      def refuse_nonsense(fields)
        fine = fields.is_a?(Array) && fields.size <= MOST_FIELDS && fields.all? { |field| sensible?(field) }
        raise Errors::Invalid, { "fields" => "The fields can't be read. Load the page again." } unless fine
      end

      def sensible?(field)
        kind = field.is_a?(Hash) && Core::Fields::Kinds::ALL[field["kind"]] or return false
        numbers = field.values_at("x", "y", "width", "height")
        field["page"].is_a?(Integer) && field["page"].positive? && field["party"].is_a?(String) && numbers.all? do |value|
          value.is_a?(Numeric) && value.abs < 100_000
        end &&
          field["width"] >= kind.least_width && field["height"] >= kind.least_height
      end

      def replace(docket, fields)
        document = docket.documents.first
        parties = docket.parties.to_h { |party| [party.letter, party] }
        document.fields_dataset.delete
        counts = Hash.new(0)
        fields.each do |field|
          party = parties[field.fetch("party")] or raise Errors::Invalid, { "fields" => "There is no party #{field['party'][0, 3]} on this docket." }
          name = "#{party.letter}-#{field.fetch('kind')}-#{counts[[party.letter, field['kind']]] += 1}"
          Store::Field.create(document_id: document.id, party_id: party.id, name: name, kind: field.fetch("kind"), page: field.fetch("page"),
                              **%w[x y width height].to_h { |key| [key.to_sym, field.fetch(key).round(2)] })
        end
      end
    end
  end
end
