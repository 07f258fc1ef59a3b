# frozen_string_literal: true

module JustSeal
  module Web
    module Components
      # A docket as a ring: an arc for each party, filled by how far it has come.
      class Dial < Component
        LARGE_PIXELS = 60
        # More parties than these can't be told apart: those of a turn and state are one arc.
        MOST_LARGE = 40
        MOST_SMALL = 12
        OVER = %w[refused withdrawn lapsed].freeze

        attr_reader :state, :size, :centre, :label

        # +parties+: rows with turn, state, letter, name; +size+: pixels; +links+: does an arc lead to its party?
        def initialize(context, state, parties, size:, centre: nil, label: nil, links: false, content: nil)
          super(context, content: content)
          @state = state
          @parties = parties
          @size = size
          @centre = centre
          @label = label
          @links = links
        end

        def links? = @links
        def empty? = @parties.empty?
        def middle = size / 2.0
        def large? = size > LARGE_PIXELS
        def stroke = large? ? 1.4 : 1
        def frame = attributes(width: size, height: size, viewBox: "0 0 #{size} #{size}", role: role, aria_label: words)

        def words
          return t(".alone", state: state_words) if empty?

          return t(".with_parties", state: state_words, parties: counted_states) if @parties.size > MOST_LARGE

          t(".with_parties", state: state_words, parties: @parties.map { |party| party_words(party) }.join("; "))
        end

        # [[Core::Drawing::Dial's arc, its path, its class], ...]
        def arcs
          seats = @parties.map { |one| [one.turn, one.state, one.letter] }
          Core::Drawing::Dial.arcs(seats, spread: large? ? 1.0 : 2.0, most: large? ? MOST_LARGE : MOST_SMALL)
            .map { |arc| [arc, ring(arc), arc_class(arc)] }
        end

        def arc_words(arc) = t(".arc", letter: arc.letter, state: t("party_states.#{arc.state}").downcase)
        def centre_y = (middle + (label ? size * 0.03 : size * 0.08)).round(1)
        def centre_size = (size * (centre.to_s.length > 3 ? 0.15 : 0.23)).round(1)
        def label_y = (middle + (size * 0.16)).round(1)
        def label_size = [size * 0.09, 10.5].max.round(1)

        private

        def role = links? ? "group" : "img"
        def state_words = t("docket_states.#{state}").downcase
        def arc_class(arc) = "ring #{arc.state}#{" ended" if OVER.include?(state) && arc.state != "refused"}"

        # "12 done; 40 invited"
        def counted_states
          counts = @parties.group_by(&:state).transform_values(&:size)
          counts.map { |key, count| t(".several", state: t("party_states.#{key}").downcase, number: number(count)) }
            .join("; ")
        end

        def party_words(party)
          name = party.name.to_s.empty? ? t("parties.nameless") : party.name
          t(".party", letter: party.letter, name: name, state: t("party_states.#{party.state}").downcase)
        end

        def ring(arc)
          outer = middle - 1
          inner = outer - (size * (large? ? 0.13 : 0.21))
          large = arc.to - arc.from > 180 ? 1 : 0
          corners = [[outer, arc.from], [outer, arc.to], [inner, arc.to], [inner, arc.from]]
          a, b, c, d = corners.map { |radius, degrees| point(radius, degrees) }
          there = "A#{outer.round(2)} #{outer.round(2)} 0 #{large} 1 #{b}"
          back = "A#{inner.round(2)} #{inner.round(2)} 0 #{large} 0 #{d}"
          "M#{a} #{there} L#{c} #{back} Z"
        end

        def point(radius, degrees)
          angle = degrees * Math::PI / 180
          "#{(middle + (radius * Math.sin(angle))).round(2)} #{(middle - (radius * Math.cos(angle))).round(2)}"
        end
      end
    end
  end
end
