# frozen_string_literal: true

module JustSeal
  module Operations
    # Puts the fields that were typed into a document's text onto it in a draft, each with its party; parties that are
    # not there yet are seated without a name. Runs in the transaction of what asks for it.
    class TypedFields < Operation
      # +document+: Store::DocketDocument whose version was just pinned. Returns how many were placed.
      def call(document)
        typed = db[:typed_fields].where(version_id: document.version_id).get(:fields).to_a
        return 0 if typed.empty?

        parties = seat(document.docket, typed.map { |field| field["party"] }.uniq.sort)
        counts = Hash.new(0)
        typed.each { |field| place(document, field, parties.fetch(field["party"]), counts) }
        typed.size
      end

      private

      # {letter => Store::Party}; +letters+: that fields speak of, and those before them.
      def seat(docket, letters)
        known = Store::Party.where(docket_id: docket.id).to_hash(:letter)
        turn = known.values.map(&:turn).max.to_i
        ("A"..letters.last).each do |letter|
          known[letter] ||= Store::Party.create(
            docket_id: docket.id,
            letter: letter,
            turn: turn += 1,
            act: "sign",
            state_since: now,
            **Queries::TemplatePlan::EMPTY
          )
        end
        known
      end

      def place(document, field, party, counts)
        kind = field["kind"]
        settings = { "label" => field["label"], "required" => field["required"] }
        Store::Field.create(
          document_id: document.id,
          party_id: party.id,
          name: "#{party.letter}-#{kind}-#{counts[[party.letter, kind]] += 1}",
          kind: kind,
          key: field["name"],
          anchor: "",
          settings: Sequel.pg_jsonb(Core::Fields::Settings.read(kind, settings)),
          **field.slice("page", "x", "y", "width", "height").transform_keys(&:to_sym)
        )
      end
    end
  end
end
