# frozen_string_literal: true

require "json"

module JustSeal
  module Operations
    # What a party did, gathered before anything is stored. +seen+: {position => sha256}; +written+: {position => {spot
    # name => value, as Core::Pdf::ApplyPartySignature takes it}}; +kept+: {slot => kept text}; +pages+: {position =>
    # number seen}; +place+: of Core::Assurance::Location; +mark+: how the signature was made, in a word; +fields+:
    # [{"document", "field", "value_sha256"}, ...], as the ledger tells it: hashes, never values;
    # +declaration+: the words that it was asked to type, as it typed them, nil where none were.
    ActSubmission = Core::Value.of(:seen, :written, :kept, :pages, :place, :mark, :fields, :declaration) do
      # {position => {name => value}} as +fields+.
      def self.fields(written)
        written.flat_map do |position, values|
          values.map { |name, value| { "document" => position, "field" => name, "value_sha256" => digest(value) } }
        end
      end

      def self.digest(value) = Core::Ledger::Entry.digest(value.is_a?(String) ? value : JSON.generate(value))

      # As Store::PreparedAct keeps it; what is written stands in the prepared documents already.
      def to_kept
        {
          "seen" => seen,
          "kept" => kept,
          "pages" => pages,
          "place" => place,
          "mark" => mark,
          "fields" => fields,
          "declaration" => declaration
        }
      end

      # +kept+: of #to_kept, read back from JSON.
      def self.read(kept)
        seen, pages = kept.values_at("seen", "pages").map { |by_position| by_position.to_h.transform_keys(&:to_i) }
        new(
          seen: seen,
          written: {},
          kept: kept["kept"].to_h,
          pages: pages,
          place: kept["place"]&.to_h,
          mark: kept["mark"],
          fields: kept["fields"].to_a,
          declaration: kept["declaration"]
        )
      end
    end
  end
end
