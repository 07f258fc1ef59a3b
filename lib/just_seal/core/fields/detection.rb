# frozen_string_literal: true

module JustSeal
  module Core
    module Fields
      # Finds where a document waits to be filled in: lines and runs of underscores with a label beside or beneath
      # them, boxes to tick, marks that were written into the text, such as {signature:A} or {text:B:Port_of_call},
      # and the fields of a form that is there already. What it finds is proposed, never placed.
      module Detection
        # +text+; the box in points from the lower left corner.
        Word = Value.of(:text, :x, :y, :width, :height) do
          def right = x + width
          def top = y + height
        end
        # +number+: from 1; +words+: [Word, ...]; +rules+, +uprights+: [[x, y, length], ...], to the right and upwards;
        # +frames+: [[x, y, width, height], ...] to write in; +boxes+: [[x, y, width, height], ...],
        # small ones that are drawn; +fields+: [[kind, x, y, width, height, settings, name], ...] of a form.
        Page = Value.of(:number, :words, :rules, :uprights, :boxes, :frames, :fields)
        # +letter+, +names+: texts that stand for the party, such as its name and organisation; +signs+: is it asked to
        # sign?
        Person = Value.of(:letter, :names, :signs)
        # +key+: its name in formulas where it has one already.
        Proposal = Value.of(:kind, :party, :page, :x, :y, :width, :height, :settings, :key)
        Blank = Value.of(:x, :y, :length, :underscores)
        # What was found: a Blank to lay a field over, or a box [x, y, width, height]; +letter+: where it is written, or
        # nil.
        Found = Value.of(:kind, :blank, :box, :letter, :settings, :key) do
          def height = box ? box[1] : blank.y
          def left = box ? box[0] : blank.x
          # What a field may be laid over.
          def line = blank || Blank.new(x: box[0], y: box[1], length: box[2])
        end

        MAX_LABEL_WORDS = 8
        MAX_LABEL_LETTERS = 60
        UNDERSCORES = /_{4,}/
        # What is written over: underscores, or dots.
        RUNS = /_{4,}|\.{6,}|…{3,}/
        BENEATH_POINTS = 15
        CONTEXT_POINTS = 95
        SAME_BLOCK_POINTS = 110
        HEIGHTS = Hash.new(15.0).merge("signature" => 30.0, "initials" => 22.0).freeze
        MAX_WIDTH = 220
        MAX_WIDTHS = { "acting_date" => 120.0, "initials" => 80.0 }.freeze

        module_function

        # +pages+: [Page, ...]; +people+: [Person, ...] in the order of their turns. Returns [Proposal, ...] from the
        # first page on, each page from the top.
        def call(pages, people)
          found = pages.flat_map { |page| on_page(page).map { |one| [page, one] } }
          owners = Owners.new(found, people)
          found.filter_map do |page, one|
            party = owners.of(page, one)
            proposal(page, one, party) if party
          end
        end

        # [Found, ...] from the top.
        def on_page(page)
          tables = Tables.new(page)
          cells = Cells.new(page)
          found = forms(page) + tables.found + cells.found + Boxes.new(page).found
          found += Blanks.new(page, taken: tables.edges + cells.edges).found
          found.uniq.sort_by { |one| [-one.height, one.left] }
        end

        # +text+ as a label, nil where it says nothing.
        def label(text)
          plain = text.strip
          plain[0, MAX_LABEL_LETTERS] if plain.match?(/\p{L}{2}/)
        end

        def forms(page)
          page.fields.to_a.map do |kind, *box, settings, name|
            Found.new(kind: kind, box: box, settings: settings, key: name_of(name))
          end
        end

        # "Vessel.Port of call" as a name of ours: "vessel_port_of_call"; nil where nothing of it can be one.
        def name_of(name)
          plain = name.unicode_normalize(:nfkd).downcase.gsub(/\p{M}/, "").gsub(/[^a-z0-9]+/, "_")
          plain = plain.sub(/\A[_0-9]+/, "").delete_suffix("_")[0, 40]
          plain.empty? ? nil : plain
        end

        def proposal(page, one, party)
          x, y, width, height = one.box || over(one.blank, one.kind)
          Proposal.new(
            kind: one.kind,
            party: party,
            page: page.number,
            x: x.round(2),
            y: y.round(2),
            width: width.round(2),
            height: height.round(2),
            settings: one.settings || {},
            key: one.key
          )
        end

        # A field over its line.
        def over(blank, kind)
          width = [blank.length - 4, MAX_WIDTH, *MAX_WIDTHS[kind]].min
          [blank.x + 2, blank.y + 1, width, HEIGHTS[kind]]
        end
      end
    end
  end
end
