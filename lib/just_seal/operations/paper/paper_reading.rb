# frozen_string_literal: true

require "date"

module JustSeal
  module Operations
    # What somebody read on the pages that came back: checked like what is typed in the signing room, and made into what
    # the documents are filled in with. Where marks were made by pen, their pictures are cut out of the scan.
    class PaperReading < Operation
      # +entered+: as Store::PaperCopy keeps it.
      def self.of(copy)
        entered = copy.entered.to_h
        new(
          copy,
          signed: entered["signed"].to_a,
          seen: entered["seen"].to_a,
          typed: entered["typed"].to_h,
          day: entered["day"]
        )
      end

      # +copy+: Store::PaperCopy; the rest as of EnterPaper.
      def initialize(copy, signed:, seen:, typed:, day:)
        super()
        @copy = copy
        @docket = copy.docket
        @party = copy.party
        @signed = signed
        @seen = seen
        @typed = typed
        @day = day
      end

      # The fields of the party that are to be looked at: Core::Fields::FieldPlacement, in the order of the pages.
      def own
        shown = filling.result.shown
        filling.own.select { |spot| shown[spot.slot] }.sort_by { |spot| [spot.document, spot.page, -spot.y, spot.x] }
      end

      # ActSubmission. +cut+: answers a FieldPlacement with the PNG of its place on the scan; nil where marks are only
      # counted. Raises Errors::Invalid, Errors::Conflict while pages are missing.
      def submission(cut: nil)
        unless @copy.matching.complete?
          raise Errors::Conflict.new(
            :paper_incomplete,
            count: @copy.matching.missing.size
          )
        end

        problems = problems()
        raise Errors::Invalid, problems if problems.any?

        written = written(cut)
        ActSubmission.new(
          seen: @docket.to_sign.to_h { |document| [document.position, document.current_sha256] },
          written: written,
          kept: filling.result.values.slice(*own.map(&:slot)).compact,
          pages: {},
          mark: "pen",
          fields: ActSubmission.fields(written)
        )
      end

      # The day that stands on the paper, as Date; nil for none that can be.
      def day
        date = Date.iso8601(@day.to_s)
        date if date.between?(office.zone.to_local(@copy.created_at).to_date, today)
      rescue Date::Error
        nil
      end

      private

      def filling
        @filling ||= Queries::DocketFilling.new(@docket, @party, visit: Queries::DocketFilling::NOWHERE, given: @typed)
      end

      def today = office.zone.to_local(now).to_date

      # {slot => Problem} of what is not written, or not as it has to be.
      def unwritten
        titles = own.to_h { |spot| [spot.slot, spot.title] }
        missing = filling.result.missing
        filling.result.problems.merge(
          missing.to_h { |slot| [slot, Core::Problem.new(:missing_value, label: titles.fetch(slot))] }
        )
      end

      def problems
        found = unwritten
        own.select { |spot| unsigned?(spot) }.each { |spot| found[spot.slot] = :not_signed_by_pen }
        found["day"] = :not_a_day_on_paper unless day
        found["seen"] = :look_at_every_place unless (own.map(&:name) - @seen).empty?
        found
      end

      def unsigned?(spot) = spot.of_kind.mark? && spot.required? && !@signed.include?(spot.name)

      def written(cut)
        by = filled_by
        own.group_by(&:document).transform_values do |spots|
          spots.to_h do |spot|
            [spot.name, spot.of_kind.mark? ? mark(spot, cut) : spot.of_kind.written(spot, by)]
          end.compact
        end
      end

      def mark(spot, cut)
        return unless @signed.include?(spot.name)

        cut ? { "picture" => [cut.call(spot)].pack("m0") } : { "pen" => true }
      end

      def filled_by
        Core::Fields::Kind::By.new(
          name: @party.name,
          email: @party.email,
          day: I18n.l(day, format: :day_year),
          marks: {},
          values: filling.result.values,
          texts: filling.result.texts
        )
      end
    end
  end
end
