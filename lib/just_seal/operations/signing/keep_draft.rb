# frozen_string_literal: true

module JustSeal
  module Operations
    # What a party has made and seen in its visit so far is kept, so that it can leave and come back without loss: its
    # signature and initials, and which pages it has seen of which bytes.
    class KeepDraft < Operation
      MAX_PAGES = 2000

      # +marks+: {"signature" or "initials" => Core::Fields::Mark}; +seen+: {sha256 => [page, ...]}, of the bytes that
      # are shown now. Returns what is kept.
      def call(visitor, marks: {}, seen: {})
        marks.each_value do |mark|
          raise Errors::Invalid, { "mark" => :nothing_usable } unless Core::Fields::Mark.valid?(mark)
        end
        transaction do
          docket, _party, visit = Room.enter_proved(visitor)
          kept = self.class.kept(visit)
          shown = docket.documents.map(&:current_sha256)
          draft = {
            "marks" => kept["marks"].merge(marks.slice("signature", "initials")),
            "seen" => kept["seen"].merge(pages(seen)).slice(*shown)
          }
          visit.update(draft: Sequel.pg_jsonb(draft))
          draft
        end
      end

      def self.kept(visit) = { "marks" => {}, "seen" => {} }.merge(visit.draft.to_h)

      private

      def pages(seen)
        seen.select { |_, list| list.is_a?(Array) }.transform_values { |list| list.grep(1..MAX_PAGES).uniq.sort }
      end
    end
  end
end
