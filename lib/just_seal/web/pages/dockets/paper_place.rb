# frozen_string_literal: true

module JustSeal
  module Web
    module Pages
      module Dockets
        # One place on the paper that the party had to fill in: what the scan shows there, and what was read.
        class PaperPlace < Page
          # Shown around it, in points of the sheet.
          AROUND = 16
          # Pixels for a point, as far as the page is wide enough.
          ZOOM = 2.4

          attr_reader :spot

          # +paper+: PaperCopy; +spot+: Core::Fields::FieldPlacement.
          def initialize(context, paper, spot)
            super(context)
            @paper = paper
            @spot = spot
          end

          def title = spot.title.is_a?(Symbol) ? t("field_kinds.#{spot.title}") : spot.title
          def where = t(".where", page: spot.page)
          def mark? = spot.of_kind.mark?
          def written? = spot.of_kind.typed?
          def control = spot.of_kind.control[:name]
          def input_name = "typed[#{spot.slot}]"
          def value = @paper.typed_value(spot)
          def signed? = @paper.named?("signed", spot)
          def seen? = @paper.named?("seen", spot)
          def problem = @paper.problems[spot.slot]
          def id(part) = "#{part}-#{spot.name}"
          # The last box of several of one name asks for them all.
          def options = [["", t(".nothing")], *choices.map { |one| [one, one] }]
          def choices = spot.kind == "one_of" ? @paper.options_of(spot) : spot["options"].to_a
          def crossed_options = [["", t(".nothing")], ["yes", t(".crossed")]]

          # What somebody entered, for another to compare.
          def entered
            return t(signed? ? ".signed" : ".not_signed") if mark?
            return ours unless written?
            return value.empty? ? t(".nothing") : value unless spot.kind == "tick"

            value == "yes" ? t(".crossed") : t(".nothing")
          end

          # What is written there by the office: the day, the name.
          def ours = t(".ours.#{spot.kind}", default: t(".ours.other"))

          # The picture of the scan, as it is laid on the sheet
          def shown? = !picture.nil?
          def picture = @paper.placed(spot)&.picture
          def picture_path = @paper.step("pictures/#{picture.id}")
          def matrix = "matrix(#{@paper.placed(spot).alignment.matrix.map { |part| format("%.5f", part) }.join(" ")})"

          def frame
            { x: area[0], y: @paper.sheet_of(spot).height - area[1] - area[3], width: area[2], height: area[3] }
          end

          def view
            left, top, width, height = frame.values
            [left - AROUND, top - AROUND, width + (2 * AROUND), height + (2 * AROUND)].map do |part|
              part.round(2)
            end.join(" ")
          end

          def width = ((area[2] + (2 * AROUND)) * ZOOM).round
          def height = ((area[3] + (2 * AROUND)) * ZOOM).round
          def alt = t(".alt", title: title)

          private

          def area = @area ||= @paper.sheet_of(spot).area(spot.rectangle)
        end
      end
    end
  end
end
