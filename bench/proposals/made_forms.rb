# frozen_string_literal: true

require_relative "form_pen"
require_relative "form_words"

module Bench
  # Thirty made documents of ten layouts, three of each, with what a person would place on them. The proposals were
  # never tuned on them.
  class MadeForms
    include FormWords

    Form = Struct.new(:name, :bytes, :wanted, keyword_init: true)

    FACES = %w[Helvetica Times Courier].freeze

    def self.all = new.all

    def all
      layouts = private_methods(false).grep(/\Adraw_/).sort
      layouts.flat_map do |layout|
        FACES.each_with_index.map do |face, variant|
          pen = FormPen.new(face, 9 + variant)
          send(layout, pen, variant)
          Form.new(name: "#{layout.to_s.delete_prefix("draw_")} #{variant + 1}", bytes: pen.bytes, wanted: pen.wanted)
        end
      end
    end

    private

    # Labels, and lines to the right of them; a table that is filled in; a signature at the end.
    def draw_invoice(pen, variant)
      pen.text("Invoice #{410 + variant}", 60, 780, size: 18, bold: true)
      pen.line(60, 770, 480)
      FIELDS[variant].each_with_index do |label, row|
        y = 730 - (row * (22 + variant))
        pen.text(variant == 1 ? "#{label}:" : label, 60, y + 2)
        pen.blank("text", 180, y, 200, label: label)
      end
      items = [["Pilotage", "2", "840.00"], ["Mooring", "1", "310.00"], ["Fresh water, t", "14", "168.00"]]
      pen.line(60, 580, 480)
      %w[Item Number EUR].each_with_index { |head, column| pen.text(head, 64 + (column * 180), 584, bold: true) }
      items.each_with_index do |cells, row|
        cells.each_with_index { |cell, column| pen.text(cell, 64 + (column * 180), 566 - (row * 18)) }
        pen.line(60, 562 - (row * 18), 480)
      end
      pen.text("Approved for payment", 60, 470)
      pen.text("Signature", 60, 432)
      pen.blank("signature", 130, 430, 180)
      pen.text("Date", 340, 432)
      pen.blank("acting_date", 375, 430, 110)
    end

    # Cells whose labels stand small in their upper left corners.
    def draw_cells(pen, variant)
      pen.text("Registration", 50, 780, size: 16, bold: true)
      CELLS[variant].each_with_index do |pair, row|
        pair.each_with_index do |label, column|
          x = 50 + (column * 245)
          y = 690 - (row * 40)
          pen.frame(x, y, 245, 40)
          pen.text(label, x + 4, y + 29, size: 7)
          pen.want("text", x + 4, y + 3, 237, 20, label: label)
        end
      end
      pen.text("What you give is kept for ten years and shown to nobody outside of the office.", 50, 580)
      pen.frame(50, 520, 490, 40)
      pen.text("Signature", 54, 549, size: 7)
      pen.want("signature", 54, 523, 482, 26)
    end

    # A table with a line of heads, and empty rows.
    def draw_table(pen, variant)
      pen.text("List to be filled in", 60, 780, size: 15, bold: true)
      rows = 4 + variant
      height = 22
      top = 720
      edges = [60, 240, 380, 535]
      (0..(rows + 1)).each { |row| pen.line(60, top - (row * height), 475) }
      edges.each { |x| pen.upright(x, top - ((rows + 1) * height), (rows + 1) * height) }
      HEADS[variant].each_with_index do |head, column|
        pen.text(head, edges[column] + 4, top - height + 7, bold: true)
        rows.times do |row|
          y = top - ((row + 2) * height)
          pen.want("text", edges[column], y, edges[column + 1] - edges[column], height, label: "#{head} #{row + 1}")
        end
      end
      pen.text("The list is complete to the best of my knowledge.", 60, 400)
      pen.blank("signature", 60, 350, 200)
      pen.text("Signature of the master", 60, 338)
    end

    # An agreement whose parties sign above their names.
    def draw_agreement(pen, variant)
      pen.text("Agreement", 60, 780, size: 20, bold: true)
      pen.line(60, 772, 475)
      14.times do |row|
        pen.text("#{row + 1}.  The parties agree on what stands here, as long as it is in force.", 60, 740 - (row * 18))
      end
      [60, 320].each do |x|
        pen.blank("signature", x, 420, 200)
        pen.text(["Signature", "Signed", "(signature)"][variant], x, 408)
        pen.blank("full_name", x, 370, 200)
        pen.text("Name", x, 358)
        pen.blank("acting_date", x, 320, 200)
        pen.text("Date", x, 308)
      end
    end

    # Boxes to tick, one a line, and a choice of two on one line.
    def draw_checklist(pen, variant)
      pen.text("Before departure", 60, 780, size: 15, bold: true)
      CHECKS[variant].each_with_index do |label, row|
        y = 730 - (row * 24)
        side = 9 + variant
        pen.frame(60, y, side, side)
        pen.text(label, 78, y + 1)
        pen.want("tick", 60, y, side, side, label: label)
      end
      pen.text("Tug ordered", 60, 610)
      [["yes", 160], ["no", 220]].each do |word, x|
        pen.frame(x, 608, 10, 10)
        pen.text(word, x + 14, 610)
        pen.want("tick", x, 608, 10, 10, label: word)
      end
      pen.text("Checked by", 60, 562)
      pen.blank("text", 130, 560, 180, label: "Checked by")
      pen.text("Initials", 330, 562)
      pen.blank("initials", 375, 560, 60)
    end

    # Runs of underscores within sentences.
    def draw_underscores(pen, variant)
      pen.text("Receipt", 60, 780, size: 15, bold: true)
      parts, labels = SENTENCES[variant]
      3.times do |row|
        at = 60
        y = 730 - (row * 30)
        parts.each do |part|
          words = part.is_a?(Integer) ? "_" * part : part
          pen.text(words, at, y)
          pen.want("text", at, y, pen.width(words), 12, label: labels[part == parts[1] ? 0 : 1]) if part.is_a?(Integer)
          at += pen.width(words)
        end
      end
      pen.text("Signature: ", 60, 600)
      pen.text("_" * 24, 60 + pen.width("Signature: "), 600)
      pen.want("signature", 60 + pen.width("Signature: "), 600, pen.width("_" * 24), 12)
    end

    # Labels above their lines, in two columns.
    def draw_above(pen, variant)
      pen.bar(50, 800, 495, 6)
      pen.text("Application", 50, 775, size: 15, bold: true)
      ABOVE[variant].each_with_index do |label, index|
        x = 50 + ((index % 2) * 260)
        y = 710 - ((index / 2) * 48)
        pen.text(label, x, y + 20)
        pen.blank("text", x, y, 225, label: label)
      end
      pen.text("An application that is not signed is sent back.", 50, 600)
      pen.text("Signature of the applicant", 50, 560)
      pen.blank("signature", 50, 538, 225)
      pen.text("Date", 310, 560)
      pen.blank("acting_date", 310, 538, 140)
    end

    # Rows of dots to write on; the table of contents beside them is none.
    def draw_dots(pen, variant)
      pen.text("Survey", 60, 780, size: 15, bold: true)
      LEADERS[variant].each_with_index do |label, row|
        y = 730 - (row * 26)
        dots = "." * 50
        pen.text("#{label} ", 60, y)
        x = 60 + pen.width("#{label} ")
        pen.text(dots, x, y)
        pen.want("text", x, y, pen.width(dots), 12, label: label)
      end
      %w[Harbour Approach Tides].each_with_index do |title, row|
        pen.text("#{title} #{"." * 40} #{row + 3}", 60, 600 - (row * 16))
      end
    end

    # Initials at the foot of every page, and a signature on the last.
    def draw_initials(pen, variant)
      (2 + variant).times do |index|
        pen.page if index.positive?
        pen.text("Terms, part #{index + 1}", 60, 780, size: 15, bold: true)
        20.times { |row| pen.text("Clause #{row + 1} says what holds between the two.", 60, 750 - (row * 20)) }
        pen.text("Initials", 400, 62)
        pen.blank("initials", 445, 60, 45)
        pen.blank("initials", 500, 60, 45)
        pen.text("page #{index + 1}", 60, 40)
      end
      pen.text("Signature", 60, 202)
      pen.blank("signature", 130, 200, 200)
    end

    # A box for each character.
    def draw_combs(pen, variant)
      pen.text("Declaration", 60, 780, size: 15, bold: true)
      COMBS[variant].each_with_index do |(label, count), row|
        y = 720 - (row * 40)
        pen.text(label, 60, y + 5)
        count.times { |index| pen.frame(180 + (index * 16), y, 16, 18) }
        pen.want("text", 180, y, count * 16, 18, label: label)
      end
      pen.text("Place", 60, 622)
      pen.blank("text", 110, 620, 150, label: "Place")
      pen.text("Date", 290, 622)
      pen.blank("acting_date", 330, 620, 120)
      pen.text("Signature", 60, 582)
      pen.blank("signature", 130, 580, 190)
    end
  end
end
