# frozen_string_literal: true

require "nokogiri"

module JustSeal
  module Core
    module Documents
      # Fills the marks of a DOCX or ODT (see Placeholders). A block whose marks stand in paragraphs of their own takes
      # or leaves the paragraphs between them, or repeats them; one that begins and ends in different cells of a table's
      # row does so with the row; else with the text between.
      class Template
        # +bytes+: the filled package; +missing+: names without a value; +unknown+: marks that mean nothing here;
        # +open+: blocks that are not closed.
        Result = Value.of(:bytes, :missing, :unknown, :open)

        # +bytes+, +media+: of the template; +items+: particulars of the class; +values+: as kept, with the built-in
        # ones; +notation+: see Filing::ParticularType#shown.
        def self.fill(...) = new(...).result

        def initialize(bytes, media, items, values, notation:)
          @package = Package.new(bytes, media)
          @dialect = Dialect::ALL.fetch(media)
          @marks = Placeholders.new(items, values, notation)
          @open = []
        end

        def result
          filled = @package.parts.select { |name, _| name.match?(@dialect.parts) }.transform_values { |xml| part(xml) }
          Result.new(bytes: @package.with(filled), missing: @marks.missing, unknown: @marks.unknown, open: @open.uniq)
        end

        private

        def part(xml)
          doc = Package.xml(xml)
          fill(doc.root.element_children.to_a)
          doc.to_xml(save_with: Nokogiri::XML::Node::SaveOptions::AS_XML)
        end

        # Fills +nodes+, which are siblings, in order. +item+: see Placeholders#text.
        def fill(nodes, item = nil)
          until nodes.empty?
            node = nodes.shift
            opening = block_opening(node)
            if opening then nodes = block(node, opening, nodes, item)
            elsif @dialect.paragraph?(node) then inline(node, item)
            elsif @dialect.row?(node) then row(node, item)
            else fill(node.element_children.to_a, item)
            end
          end
        end

        # [kind, subject] when +node+ is a paragraph that is nothing but the beginning of a block.
        def block_opening(node)
          @dialect.paragraph?(node) && text_of(node).strip.match(/\A#{Placeholders::OPENING}\z/o)&.captures
        end

        def text_of(node) = Runs.new(node, @dialect).text

        # Takes the block that +node+ opens out of +rest+ and fills it; returns what comes after it.
        def block(node, (kind, subject), rest, item)
          inside, otherwise, closing, after = parts_of_block(rest)
          return unclosed(node, kind, subject, rest) unless closing

          kind == "each" ? repeat(inside, subject) : choose(inside, otherwise, subject, item)
          [node, closing, otherwise&.first].compact.each(&:unlink)
          after
        end

        # [nodes inside, nodes from the else on (nil without one), the closing paragraph, nodes after it]
        def parts_of_block(rest)
          depth = 1
          turn = nil
          rest.each_with_index do |node, index|
            next unless @dialect.paragraph?(node)

            text = text_of(node).strip
            depth += 1 if text.match?(/\A#{Placeholders::OPENING}\z/o)
            depth -= 1 if text.match?(/\A#{Placeholders::CLOSING}\z/o)
            turn = index if depth == 1 && text.match?(/\A#{Placeholders::ELSE}\z/o)
            return [rest[0...(turn || index)], turn && rest[turn...index], node, rest[(index + 1)..]] if depth.zero?
          end
          [rest, nil, nil, []]
        end

        def choose(inside, otherwise, condition, item)
          met = @marks.met?(condition)
          (met ? otherwise&.drop(1) : inside)&.each(&:unlink)
          fill(met ? inside.dup : otherwise.to_a.drop(1), item)
        end

        def repeat(nodes, name)
          @marks.list(name).each.with_index(1) do |text, number|
            copies = nodes.map { |node| nodes.first.add_previous_sibling(node.dup) }
            fill(copies, [text, number])
          end
          nodes.each(&:unlink)
        end

        def unclosed(node, kind, subject, rest)
          @open << "##{kind} #{subject}"
          node.unlink
          rest
        end

        # A block over a whole row begins and ends in it, in different paragraphs.
        def row(node, item)
          paragraphs = node.xpath(".//*").select { |one| @dialect.paragraph?(one) }
          first = paragraphs.find { |one| loose(one, Placeholders::OPENING, Placeholders::CLOSING) }
          last = paragraphs.find do |one|
            loose(one, Placeholders::CLOSING, Placeholders::OPENING)
          end
          return fill(node.element_children.to_a, item) unless first && last

          kind, subject = cut(first, Placeholders::OPENING).captures
          cut(last, Placeholders::CLOSING)
          if kind == "each"
            repeat(
              [node],
              subject
            )
          else
            (@marks.met?(subject) ? fill(node.element_children.to_a, item) : node.unlink)
          end
        end

        # Has the paragraph a mark of +form+ whose +counterpart+ stands elsewhere?
        def loose(node, form, counterpart)
          text_of(node).then { |text| text.match?(form) && !text.match?(counterpart) }
        end

        def cut(node, form)
          runs = Runs.new(node, @dialect)
          runs.text.match(form).tap { |match| runs.splice(match.begin(0), match.end(0), "") }
        end

        def inline(node, item)
          node.xpath(".//*").select { |inner| @dialect.paragraph?(inner) }.each { |inner| inline(inner, item) }
          runs = Runs.new(node, @dialect)
          inline_blocks(runs)
          replace(runs, Placeholders::SIMPLE) { |match| @marks.text(match[1], match[2], item) }
          replace(runs, Placeholders::ANY) { |match| @marks.strange(match[1]) || "" }
        end

        # The innermost block first, until none is left.
        def inline_blocks(runs)
          while (closing = runs.text.match(Placeholders::CLOSING))
            start = runs.text[0...closing.begin(0)].rindex(Placeholders::OPENING)
            return replace(runs, Placeholders::CLOSING) { |match| @marks.strange("/#{match[1]}") || "" } unless start

            inline_block(runs, runs.text.match(Placeholders::OPENING, start), closing)
          end
          replace(runs, Placeholders::OPENING) { |match| (@open << "##{match[1]} #{match[2]}").then { "" } }
        end

        def inline_block(runs, opening, closing)
          inside = runs.text[opening.end(0)...closing.begin(0)]
          return runs.splice(opening.begin(0), closing.end(0), repeated(inside, opening[2])) if opening[1] == "each"

          first, last = branch(inside, opening, closing)
          runs.splice(last, closing.end(0), "")
          runs.splice(opening.begin(0), first, "")
        end

        # Where the half of the block stands that is kept; an empty one where none is.
        def branch(inside, opening, closing)
          turn = inside.match(Placeholders::ELSE)
          return [opening.end(0), turn ? opening.end(0) + turn.begin(0) : closing.begin(0)] if @marks.met?(opening[2])

          [turn ? opening.end(0) + turn.end(0) : closing.begin(0), closing.begin(0)]
        end

        def repeated(inside, name)
          @marks.list(name).each.with_index(1).map do |text, number|
            inside.gsub(Placeholders::SIMPLE) do
              @marks.text(Regexp.last_match(1), Regexp.last_match(2), [text, number])
            end
          end.join
        end

        def replace(runs, form)
          position = 0
          while (match = runs.text.match(form, position))
            put = yield match
            runs.splice(match.begin(0), match.end(0), put)
            position = match.begin(0) + put.length
          end
        end
      end
    end
  end
end
