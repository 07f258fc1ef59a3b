# frozen_string_literal: true

RSpec.describe JustSeal::Core::Fields::Detection do
  people = [
    described_class::Person.new(letter: "A", names: ["Ines Halloran", "Sanderling Shipping"], signs: true),
    described_class::Person.new(
      letter: "B",
      names: ["Joss Petrossian", "Ravensholm Harbour Trust"],
      signs: true
    )
  ].freeze

  # A page on which the block draws: text(words, x, y) and line(x, y, length).
  def drawn(&)
    doc = HexaPDF::Document.new
    canvas = doc.pages.add.canvas
    canvas.font("Helvetica", size: 10)
    pen = Object.new
    pen.define_singleton_method(:text) { |words, x, y| canvas.text(words, at: [x, y]) }
    pen.define_singleton_method(:line) { |x, y, length| canvas.line_width(0.6).line(x, y, x + length, y).stroke }
    pen.define_singleton_method(:upright) { |x, y, length| canvas.line_width(0.6).line(x, y, x, y + length).stroke }
    pen.define_singleton_method(:square) { |x, y, side| canvas.line_width(0.8).rectangle(x, y, side, side).stroke }
    pen.define_singleton_method(:frame) do |x, y, width, height|
      canvas.line_width(0.8).rectangle(x, y, width, height).stroke
    end
    pen.define_singleton_method(:box) { |x, y, width, height| canvas.rectangle(x, y, width, height).fill }
    yield(pen)
    StringIO.new("".b).tap { |out| doc.write(out) }.string
  end

  define_method(:found) do |bytes, who = people|
    words = JustSeal::Ports::PopplerText.new.words(bytes)
    doc = JustSeal::Core::Pdf::Signing.open(bytes)
    fields = JustSeal::Core::Pdf::FormFields.of(doc)
    pages = doc.pages.each_with_index.map do |page, index|
      drawn = JustSeal::Core::Pdf::RuledLines.of(page)
      described_class::Page.new(
        number: index + 1,
        words: words[index],
        rules: drawn.lines,
        uprights: drawn.uprights,
        boxes: drawn.boxes,
        frames: drawn.frames,
        fields: fields[index + 1]
      )
    end
    described_class.call(pages, who)
  end

  # [name, how it is drawn, what a person would place: [[kind, party], ...] from the top]
  layouts = [
    [
      "labels before drawn lines",
      lambda { |pen|
        pen.text("For Sanderling Shipping", 70, 640)
        pen.text(
          "Signature",
          70,
          602
        ) && pen.line(130, 600, 190) && pen.text("Date", 360, 602) &&

          pen.line(390, 600, 110)
        pen.text("Name", 70, 572) && pen.line(130, 570, 190)
        pen.text("For Ravensholm Harbour Trust", 70, 530)
        pen.text(
          "Signature",
          70,
          492
        ) && pen.line(130, 490, 190) && pen.text("Date", 360, 492) &&

          pen.line(390, 490, 110)
      },
      [
        %w[signature A],
        %w[acting_date A],
        %w[full_name A],
        %w[signature B],
        %w[acting_date B]
      ]
    ],
    [
      "the office first",
      lambda { |pen|
        pen.text("For Ravensholm Harbour Trust", 70, 640) && pen.text("Signed", 70, 602) &&
          pen.line(130, 600, 190)
        pen.text("For Sanderling Shipping", 70, 530) && pen.text("Signed", 70, 492) &&
          pen.line(130, 490, 190)
      },
      [%w[signature B], %w[signature A]]
    ],
    [
      "labels beneath the lines, side by side",
      lambda { |pen|
        pen.line(
          70,
          300,
          180
        ) && pen.text("Signature of the licensee", 70, 288) && pen.line(320, 300, 180) &&

          pen.text("Signature for the office", 320, 288)
      },
      [%w[signature A], %w[signature B]]
    ],
    [
      "runs of underscores",
      lambda { |pen|
        pen.text(
          "Signature ______________________________   Date ________________",
          70,
          400
        ) &&
          pen.text("Signature: __________________________", 70, 300)
      },
      [%w[signature A], %w[acting_date A], %w[signature B]]
    ],
    [
      "a label and its underscores in one word",
      lambda { |pen|
        pen.text("Signed:____________________________", 70, 400)
      },
      [%w[signature A]]
    ],
    [
      "lines that are thin boxes",
      lambda { |pen|
        pen.text("Signature", 70, 402) && pen.box(130, 400, 200, 0.7)
      },
      [%w[signature A]]
    ],
    [
      "marks in the text",
      lambda { |pen|
        pen.text("{signature:B}", 70, 500) && pen.text("{date:B}", 300, 500) &&
          pen.text("{signature:A}", 70, 400)
      },
      [%w[signature B], %w[acting_date B], %w[signature A]]
    ],
    [
      "names beneath the lines",
      lambda { |pen|
        pen.text("Signature", 70, 402) && pen.line(130, 400, 200) &&
          pen.text("Joss Petrossian", 130, 386)
        pen.text("Signature", 70, 302) && pen.line(130, 300, 200) &&
          pen.text("Ines Halloran", 130, 286)
      },
      [%w[signature B], %w[signature A]]
    ],
    [
      "a table with a column of dates",
      lambda { |pen|
        pen.text("Date", 70, 602) && pen.text("Amount", 300, 602) &&
          pen.line(70, 597, 450)
        5.times do |row|
          pen.text("1 January", 70, 580 - (row * 20)) &&
            pen.line(70, 575 - (row * 20), 450)
        end
      },
      []
    ],
    [
      "initials, title and company beside a signature",
      lambda { |pen|
        pen.text(
          "For Ravensholm Harbour Trust",
          70,
          640
        ) && pen.text("Signature", 70, 602) &&

          pen.line(130, 600, 190)
        pen.text(
          "Title:",
          70,
          572
        ) && pen.line(
          130,
          570,
          190
        ) && pen.text("Initials", 360, 572) &&

          pen.line(410, 570, 70)
        pen.text(
          "Company",
          70,
          542
        ) && pen.line(
          130,
          540,
          190
        ) && pen.text("E-mail", 360, 542) &&

          pen.line(410, 540, 120)
      },
      [
        %w[signature B],
        %w[job_title B],
        %w[initials B],
        %w[organisation B],
        %w[email B]
      ]
    ],
    [
      "texts that are asked for by underscores",
      lambda { |pen|
        pen.text(
          "Port of call: ____________________ Number of crew ____________",
          70,
          500
        ) &&

          pen.text("Signature ____________________", 70, 460)
      },
      [%w[text A], %w[text A], %w[signature A]]
    ],
    [
      "boxes to tick, drawn and written",
      lambda { |pen|
        pen.square(
          70,
          500,
          10
        ) && pen.text("I have read the standing procedure", 86, 501) && pen.square(320, 500, 10) &&

          pen.text("A pilot is on board", 336, 501)
        pen.text("[] The crew list is enclosed", 70, 470) &&
          pen.text("Signature ____________________", 70, 440)
      },
      [%w[tick A], %w[tick A], %w[tick A], %w[signature A]]
    ],
    [
      "framed places to sign in",
      lambda { |pen|
        pen.text("Signature", 70, 510) && pen.frame(130, 500, 200, 32)
      },
      [%w[signature A]]
    ],
    [
      "marks with names",
      lambda { |pen|
        pen.text("{text:B:Port_of_call} and {tick:A:Read}", 70, 500) &&
          pen.text("{initials:B}", 400, 300)
      },
      [%w[text B], %w[tick A], %w[initials B]]
    ],
    ["a grid of small squares without words", ->(pen) { 6.times { |row| pen.square(70 + (row * 12), 500, 10) } }, []],
    [
      "a letter without anything to sign",
      lambda { |pen|
        pen.text(
          "The signature of the master is on the date of the call, in " \
          "the name of the owner.",
          70,
          600
        ) && pen.line(70, 748, 455) &&

          pen.line(70, 52, 455)
      },
      []
    ],
    [
      "lines to write on, without a label that is known",
      lambda { |pen|
        pen.text(
          "Remarks",
          70,
          402
        ) && pen.line(130, 400, 300) &&
          pen.line(130, 380, 300)
      },
      [%w[text A]]
    ]
  ].freeze

  layouts.each do |name, drawing, expected|
    it("proposes what a person would place: #{name}") {
      expect(
        found(drawn(&drawing)).map do |one|
          [one.kind, one.party]
        end
      ).to eq(expected)
    }
  end

  it "lays a field over its line" do
    field = found(drawn { |pen| pen.text("Signature", 70, 402) && pen.line(130, 400, 190) }).first
    expect(field).to have_attributes(x: 132.0, y: 401.0, width: 186.0, height: 30.0, page: 1)
  end

  it "proposes nothing for nobody, and no signature for who only approves" do
    bytes = drawn { |pen| pen.text("Signature", 70, 402) && pen.line(130, 400, 190) }
    expect(found(bytes, [])).to eq([])
    expect(found(bytes, [described_class::Person.new(letter: "A", names: ["Ines"], signs: false)])).to eq([])
  end

  it "follows lines that are moved and scaled, and forms within the page" do
    doc = HexaPDF::Document.new
    page = doc.pages.add
    page.canvas.save_graphics_state { page.canvas.transform(2, 0, 0, 2, 10, 20).line(50, 100, 120, 100).stroke }
    form = doc.add({ Type: :XObject, Subtype: :Form, BBox: [0, 0, 300, 300] })
    form.canvas.line(0, 10, 80, 10).stroke
    page.canvas.xobject(form, at: [100, 500])
    bytes = StringIO.new("".b).tap { |out| doc.write(out) }.string
    page = JustSeal::Core::Pdf::Signing.open(bytes).pages[0]
    expect(JustSeal::Core::Pdf::RuledLines.of(page).lines).to contain_exactly(
      [110.0, 220.0, 140.0], [100.0, 510.0, 80.0]
    )
  end

  it "calls texts and boxes by the words beside them" do
    bytes = drawn do |pen|
      pen.text(
        "Port of call: ____________________ Number of crew ____________",
        70,
        500
      ) && pen.square(70, 400, 10) && pen.text("A pilot is on board", 86, 401)
    end
    expect(
      found(bytes).map do |one|
        one.settings["label"]
      end
    ).to eq(["Port of call", "Number of crew", "A pilot is on board"])
  end

  it "takes the fields of a form for what they are" do
    doc = HexaPDF::Document.new
    page = doc.pages.add
    form = doc.acro_form(create: true)
    form.create_text_field("vessel_name").tap do |field|
      field[:TU] = "Name of the vessel"
    end.create_widget(page, Rect: [100, 600, 300, 620])
    form.create_check_box("agreed").create_widget(page, Rect: [100, 560, 112, 572])
    form.create_combo_box("ground", option_items: %w[Inner Outer]).flag(:required).then do
      form.field_by_name("ground")
    end.create_widget(page, Rect: [100, 520, 200, 540])
    form.create_signature_field("by_master").create_widget(page, Rect: [100, 460, 300, 500])
    bytes = StringIO.new("".b).tap { |out| doc.write(out) }.string
    expect(
      found(bytes).map do |one|
        [one.kind, one.party, one.settings]
      end
    ).to eq(
      [
        ["text", "A", { "label" => "Name of the vessel" }],
        ["tick", "A", { "label" => "agreed" }],
        [
          "choice",
          "A",
          { "label" => "ground", "required" => true, "options" => %w[Inner Outer] }
        ],
        ["signature", "A", { "label" => "by master" }]
      ]
    )
  end

  # [kind, label] of what is found, from the top.
  define_method(:called) do |&drawing|
    found(drawn(&drawing)).map { |one| [one.kind, one.settings["label"]] }
  end

  it "calls what stands on drawn lines by the words before or above them, whatever they mean" do
    told = called do |pen|
      pen.text("Purchase order:", 70, 602) && pen.line(180, 600, 200)
      pen.text("Owner of the cargo", 70, 560) && pen.line(70, 540, 200)
      pen.text("Place of signature", 70, 502) && pen.line(180, 500, 150)
    end
    expect(told).to eq([["text", "Purchase order"], ["text", "Owner of the cargo"], ["text", "Place of signature"]])
  end

  it "finds cells with a label in the corner, empty cells of tables, and a box for each character" do
    told = called do |pen|
      pen.frame(70, 600, 200, 40) && pen.text("Call sign", 74, 628)
      4.times { |row| pen.line(70, 540 - (row * 20), 300) }
      [70, 220, 370].each { |x| pen.upright(x, 480, 60) }
      pen.text("Substance", 74, 526) && pen.text("Tonnes", 224, 526) && pen.text("Ammonia", 74, 506)
      5.times { |index| pen.frame(180 + (index * 14), 400, 14, 15) }
      pen.text("Number", 70, 404)
    end
    expect(told).to eq(
      [
        ["text", "Call sign"],
        ["text", "Tonnes 1"],
        ["text", "Substance 2"],
        ["text", "Tonnes 2"],
        ["text", "Number"]
      ]
    )
  end

  it "gives initials of one line to one party each, and takes dots that lead to a number for what they are" do
    bytes = drawn do |pen|
      pen.text("Initials", 300, 62) && pen.line(350, 60, 50) && pen.line(410, 60, 50)
      pen.text("Depth #{"." * 30}", 70, 500)
      pen.text("Tides #{"." * 30} 12", 70, 400)
    end
    expect(found(bytes).map { |one| [one.kind, one.party] }).to eq([%w[text A], %w[initials A], %w[initials B]])
  end

  it "leaves alone what is written on, underlined, or framed and full" do
    told = called do |pen|
      pen.text("Heading", 70, 602) && pen.line(70, 600, 60)
      pen.text("Rent", 70, 552) && pen.line(160, 550, 200) && pen.text("EUR 400.00", 170, 552)
      pen.frame(70, 450, 200, 40) && pen.text("Terms", 74, 478) && pen.text("as agreed", 74, 456)
    end
    expect(told).to eq([])
  end
end
