# frozen_string_literal: true

module JustSeal
  module Operations
    # Saves the fields of a draft, all at once.
    class PlaceFields < Operation
      MAX_FIELDS = 500
      MAX_ANCHOR = 200
      MAX_POINTS = 100_000
      SIDES = %w[x y width height].freeze

      # +fields+: [{"document" => position, "kind" =>, "party" => letter, "page" =>, "x" =>, "y" =>, "width" =>,
      # "height" =>, "key" =>, "settings" => {}}, ...] in points.
      # Returns the docket. What can't be kept of one field keeps no other from being saved: it is yielded, with the
      # index of the field, as the Core::Problem that says so. Raises Errors::Conflict when somebody else saved
      # meanwhile.
      def call(actor, number:, edits:, fields:, &fault)
        @fault = fault
        refuse_nonsense(fields)
        transaction do
          docket = DraftLock.call(actor, number, edits)

          replace(docket, fields)
          docket.update(edits: docket.edits + 1)
          SittingEntry.call(docket, "docket.fields_placed", actor, "edit" => docket.edits, "fields" => fields.size)
          docket
        end
      end

      private

      def refuse_nonsense(fields)
        if fields.is_a?(Array) && fields.size > MAX_FIELDS
          raise Errors::Invalid, { "fields" => Core::Problem.new(:too_many_fields, limit: MAX_FIELDS) }
        end

        fine = fields.is_a?(Array) && fields.all? { |field| sensible?(field) }
        raise Errors::Invalid, { "fields" => :fields_unreadable } unless fine
      end

      def sensible?(field)
        kind = field.is_a?(Hash) && Core::Fields::Kinds::ALL[field["kind"]] or return false
        field["page"].is_a?(Integer) && field["page"].positive? && texts?(field) && sides?(field, kind)
      end

      def texts?(field) = [field["party"], field.fetch("key", ""), field.fetch("anchor", "")].all?(String)

      def sides?(field, kind)
        field.values_at(*SIDES).all? { |side| side.is_a?(Numeric) && side.abs < MAX_POINTS } &&
          field["width"] >= kind.least_width && field["height"] >= kind.least_height
      end

      def replace(docket, fields)
        documents = docket.to_sign.to_h { |document| [document.position, document] }
        parties = docket.parties.to_h { |party| [party.letter, party] }
        Store::Field.where(document_id: documents.values.map(&:id)).delete
        counts = Hash.new(0)
        rows = fields.each_with_index.map { |field, index| row(field, index, documents, parties, counts) }
        Store::Field.multi_insert(rows)
      end

      def no_party(letter) = Core::Problem.new(:no_such_party_on_docket, letter: letter[0, 3])

      def row(field, index, documents, parties, counts)
        document = documents[field.fetch("document", 1)] or raise Errors::Invalid, { "fields" => :field_nowhere }
        party = parties[field.fetch("party")] or raise Errors::Invalid, { "fields" => no_party(field["party"]) }
        kind = field.fetch("kind")
        number = counts[[document.id, party.letter, kind]] += 1
        {
          document_id: document.id,
          party_id: party.id,
          name: "#{party.letter}-#{kind}-#{number}",
          kind: kind,
          settings: Sequel.pg_jsonb(settings(kind, field.fetch("settings", {}), index)),
          **place(field)
        }
      end

      def place(field)
        {
          page: field.fetch("page"),
          key: field.fetch("key", "").strip[0, 40],
          anchor: field.fetch("anchor", "")[0, MAX_ANCHOR],
          **SIDES.to_h { |side| [side.to_sym, field.fetch(side).round(2)] }
        }
      end

      def settings(kind, given, index)
        Core::Fields::Settings.gather(kind, given) { |refused| tell(index, refused) }
      rescue Core::Refused => e
        tell(index, e)
        {}
      end

      def tell(index, refused)
        problem = Core::Problem.new(:setting_of_field, **refused.facts)
        @fault ? @fault.call(index, problem) : raise(Errors::Invalid, { "fields" => problem })
      end
    end
  end
end
