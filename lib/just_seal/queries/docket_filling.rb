# frozen_string_literal: true

module JustSeal
  module Queries
    # What the fields of a docket show to one party at this moment.
    class DocketFilling
      # The particulars of a record as formulas take them: {name => [type, kept value or nil]}.
      def self.particulars(record)
        values = record.particulars.to_h
        record.record_class.definition(record.class_version).fetch("particulars", []).to_h do |item|
          [item["name"], [item["type"], values[item["name"]]]]
        end
      end

      # {position => particulars} of the documents of +docket+: as they were sent, or as they are now.
      def self.particulars_of(docket)
        docket.documents.to_h do |document|
          [document.position, document.particulars&.to_h || particulars(document.record)]
        end
      end

      # What stands for a visit where there is none.
      NOWHERE = Struct.new(:id, :typed).new(nil, {}.freeze).freeze

      # +party+: Store::Party; +visit+: its Store::Visit, or NOWHERE; +given+: {slot => text}, what it typed just now,
      # over what it typed in this visit before; +kept+: {slot => kept text} of others, where it is not what they filled
      # in.
      def initialize(docket, party, visit:, given: {}, kept: nil)
        @kept = kept
        @visit = visit
        @docket = docket
        @party = party
        @given = given
      end

      # Slots of the fields whose values are numbers.
      def self.number_slots(docket)
        docket.spots.select { |spot| Core::Filing::Types::ALL[spot.of_kind.type]&.number? }.map(&:slot)
      end

      def spots = @spots ||= @docket.spots
      def own = spots.select { |spot| spot.party == @party.letter }

      # Core::Fields::FormEvaluation::Result
      def result
        @result ||= Core::Fields::FormEvaluation.call(
          spots,
          letter: @party.letter,
          given: typed,
          notation: Words::Notation::DOCUMENT,
          kept: kept,
          particulars: self.class.particulars_of(@docket),
          unprintable: lambda { |text|
            JustSeal.office.faces.missing(text, :text)
          }
        )
      end

      # The same without what others filled in: that stands in the document, for whoever is shown it.
      def own_result
        slots = own.map(&:slot)
        result.with(
          shown: result.shown.slice(*slots),
          values: result.values.slice(*slots),
          texts: result.texts.slice(*slots)
        )
      end

      # {slot => text} of what this party typed, and what its fields begin with.
      def typed
        own.select { |spot| spot.of_kind.typed? }.to_h { |spot| [spot.slot, text(spot)] }
      end

      private

      def text(spot)
        return file(spot)&.line.to_s if spot.kind == "attachment"

        text = @given.fetch(spot.slot) { @visit.typed.to_h[spot.slot] } and return text.to_s
        { "organisation" => @party.organisation, "job_title" => @party.job_title }.fetch(spot.kind) do
          spot.setting("default")
        end
      end

      # The Store::DocketFile that was brought in this visit for +spot+.
      def file(spot)
        @files ||= Store::DocketFile.where(visit_id: @visit.id).to_hash(:field_id)
        @files[rows.fetch([spot.document, spot.name]).id]
      end

      def rows
        @rows ||= @docket.documents.flat_map do |document|
          document.fields.map do |field|
            [[document.position, field.name], field]
          end
        end.to_h
      end

      def kept
        return @kept if @kept

        spots.reject do |spot|
          spot.party == @party.letter
        end.filter_map do |spot|
          rows.fetch([spot.document, spot.name]).value&.then do |value|
            [spot.slot, value]
          end
        end.to_h
      end
    end
  end
end
