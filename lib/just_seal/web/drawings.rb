# frozen_string_literal: true

module JustSeal
  module Web
    # The product's drawings as SVG: dial, party letters, course, strata. Colours come from the style sheet, patterns
    # from the layout.
    module Drawings
      # The dial of a docket. +parties+: rows with turn, state, letter, name; +size+: pixels; +links+: do arcs lead to
      # their party?
      def dial(docket_state, parties, size:, centre: nil, label: nil, links: false)
        erb(
          :"drawings/dial",
          layout: false,
          locals: {
            state: docket_state,
            arcs: dial_arcs(parties, size),
            size: size,
            centre: centre,
            label: label,
            links: links,
            words: dial_words(docket_state, parties)
          }
        )
      end

      # A dial for a record that has no docket.
      def empty_dial(size) = erb(:"drawings/empty_dial", layout: false, locals: { size: size })

      # A party's letter on its hatch.
      def letter(text, size: 26)
        erb(:"drawings/letter", layout: false, locals: { letter: text, size: size, index: (text.ord - 65) % 6 })
      end

      # A docket over time. +course+: Queries::DocketCourse::Course.
      def course(course)
        erb(:"drawings/course", layout: false, locals: { course: course, scale: CourseScale.new(course, office.zone) })
      end

      # A PDF's revisions as layers. +report+: Core::Pdf::Check::Report.
      def strata(report)
        erb(
          :"drawings/strata",
          layout: false,
          locals: { layers: report.revisions.reverse, size: report.size, letters: strata_letters(report) }
        )
      end

      private

      def dial_words(state, parties)
        return "Docket, #{state}" if parties.empty?

        told = parties.map do |party|
          "#{party.letter}, #{party.name.to_s.empty? ? "no name" : party.name}, #{party.state.tr("_", " ")}"
        end
        "Docket, #{state}: #{told.join("; ")}"
      end

      # [[arc, path], ...]
      def dial_arcs(parties, size)
        middle = size / 2.0
        outer = middle - 1
        inner = outer - (size > 60 ? size * 0.13 : size * 0.21)
        Core::Drawing::Dial.arcs(
          parties.map do |party|
            [party.turn, party.state, party.letter]
          end,
          spread: size > 60 ? 1.0 : 2.0
        )
          .map { |arc| [arc, ring_path(middle, inner, outer, arc)] }
      end

      def ring_path(middle, inner, outer, arc)
        large = arc.to - arc.from > 180 ? 1 : 0
        a, b, c, d = [[outer, arc.from], [outer, arc.to], [inner, arc.to], [inner, arc.from]].map do |radius, degrees|
          ring_point(middle, radius, degrees)
        end
        "M#{a} A#{outer.round(2)} #{outer.round(2)} 0 #{large} 1 #{b} L#{c} A#{inner.round(2)} #{inner.round(2)} 0 " \
          "#{large} 0 #{d} Z"
      end

      def ring_point(middle, radius, degrees)
        angle = degrees * Math::PI / 180
        "#{(middle + (radius * Math.sin(angle))).round(2)} #{(middle - (radius * Math.cos(angle))).round(2)}"
      end

      def strata_letters(report)
        acts = report.revisions.select { |layer| layer.kind == :act }
        acts.each_with_index.to_h { |layer, index| [layer, layer.signature.field[/\A([A-Z])-/, 1] || (65 + index).chr] }
      end
    end
  end
end
