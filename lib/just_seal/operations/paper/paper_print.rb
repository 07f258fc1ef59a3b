# frozen_string_literal: true

module JustSeal
  module Operations
    # What is printed for a party that signs by pen.
    class PaperPrint < Operation
      attr_reader :code

      # +code+: as of Core::Paper::Mark.
      def initialize(docket, party, code:)
        super()
        @docket = docket
        @party = party
        @code = code
      end

      def number = @number ||= Store::PaperCopy.where(docket_id: @docket.id).max(:number).to_i + 1
      # {position => SHA-256}
      def printed = @printed ||= @docket.to_sign.to_h { |document| [document.position, document.current_sha256] }

      # As Store::PaperCopy keeps them.
      def documents
        @documents ||= layouts.map do |position, pages|
          layouts = pages.map(&:last)
          {
            "position" => position,
            "sha256" => printed.fetch(position),
            "sizes" => layouts.map { |one| [one.width, one.height] }
          }
        end
      end

      def bytes
        Words::Languages.in(office.language) do
          Core::Pdf::PaperPack.new(
            items,
            code: code,
            number: "#{@docket.number} P#{number}",
            facts: facts,
            lines: I18n.t("in_document.paper.lines"),
            faces: office.faces,
            words: Words.in_document("paper")
          ).bytes
        end
      end

      private

      # {position => [[[position, page], layout], ...]}
      def layouts = Core::Pdf::PaperPack.layouts(items).group_by { |(position, _), _| position }

      def facts
        {
          docket: @docket.number,
          copy: "P#{number}",
          party: "#{@party.letter}, #{@party.name}",
          turn: @party.turn,
          printed: moment(now),
          deadline: moment(@docket.deadline),
          sender: "#{@docket.owner.name}, #{office.name}"
        }
      end

      def moment(time) = I18n.l(office.zone.to_local(time), format: :short_full)

      def items
        @items ||= @docket.to_sign.map do |document|
          Core::Pdf::PaperPack::Item.new(
            position: document.position,
            title: document.record.title,
            record: document.record.number,
            sha256: printed.fetch(document.position),
            bytes: office.flattener.call(office.blobs.get(printed.fetch(document.position))),
            count: document.version.page_count,
            frames: @party.spots_on(document).map { |spot| frame(spot) }
          )
        end
      end

      # Its own name is written for it; all else it writes itself.
      def frame(spot)
        words = Words.field_of_party(spot)
        [spot.page, spot.rectangle, words, spot.kind == "full_name" ? @party.name : nil]
      end
    end
  end
end
