# frozen_string_literal: true

# Incremental updates that are written letter by letter, as somebody writes them who wants readers to differ.
module Forgeries
  # One update over +bytes+. Everything is right about it but what is asked for.
  class Update
    # +objects+: {number => text}; +free+: numbers; +at+: {number => byte} of what is listed elsewhere than it stands;
    # +root+: number of the catalogue.
    def initialize(bytes, objects: {}, free: [], at: {}, root: nil)
      @bytes = bytes
      @doc = JustSeal::Core::Pdf::Signing.open(bytes)
      @objects = objects
      @free = free
      @at = at
      @root = root || @doc.trailer.value[:Root].oid
    end

    # With a table. +rows+: gets and returns {number => row}; +trailer+: text, in which every %{name} stands for the
    # usual value; +between+, +above+, +below+: bytes before the table, before `trailer`, before `startxref`; +start+:
    # where it says that the table is; +size+: of the document.
    def table(trailer: nil, between: "", above: "", below: "", start: nil)
      out, places = written
      out << between
      rows = rows(places)
      rows = yield rows if block_given?
      xref = out.bytesize
      out << "xref\n#{rows.map { |number, row| "#{number} 1\n#{row}" }.join}".b
      out << above << "trailer\n<< #{format(trailer || USUAL, usual)} >>\n" << below
      out << "startxref\n#{start || xref}\n%%EOF\n".b
    end

    USUAL = "/Size %<size>d /Root %<root>d 0 R /Prev %<previous>d"

    # With a stream. +entries+: text of its dictionary, as in +trailer+ above, to which Length is added; +rows+: what it
    # says; +more+: bytes behind the deflated rows.
    def stream(entries: "#{USUAL} #{STREAM}", more: "", deflate: true)
      out, places = written
      own = next_number
      places[own] = out.bytesize
      rows = places.sort.map { |_, place| [1, place, 0].pack("CNC") }.join
      rows = yield rows if block_given?
      body = (deflate ? Zlib.deflate(rows) : rows) + more.b
      index = places.keys.sort.map { |number| "#{number} 1" }.join(" ")
      dictionary = format(entries, **usual, size: own + 1, index: index)
      out << "#{own} 0 obj\n<< #{dictionary} /Length #{body.bytesize} >>\nstream\n".b << body
      out << "\nendstream\nendobj\nstartxref\n#{places[own]}\n%%EOF\n".b
    end

    STREAM = "/Type /XRef /W [1 4 1] /Index [%<index>s] /Filter /FlateDecode"

    def next_number = [@doc.revisions.next_oid, *@objects.keys.map(&:succ)].max

    private

    # [bytes with the objects on top, {number => byte}]
    def written
      out = @bytes.dup.b
      out << "\n" unless out.end_with?("\n")
      places = @objects.to_h do |number, text|
        place = out.bytesize
        out << "#{number} 0 obj\n#{text}\nendobj\n".b
        [number, place]
      end
      [out, places]
    end

    def rows(places)
      used = places.merge(@at).transform_values { |place| format("%010d 00000 n \n", place) }
      used.merge(@free.to_h { |number| [number, "0000000000 00001 f \n"] })
    end

    def usual
      {
        size: [next_number, *@free.map(&:succ), *@at.keys.map(&:succ)].max,
        root: @root,
        previous: @doc.revisions.parser.startxref_offset
      }
    end
  end

  def forgery(bytes, **options) = Update.new(bytes, **options)

  # An update in which nothing is unclear.
  def by_hand(bytes, **options) = forgery(bytes, **options).table

  def check(bytes) = JustSeal::Core::Pdf::Check.call(bytes, roots: roots, at: Time.now)
  def found(bytes) = check(bytes).then { |report| [report.verdict, report.findings.map(&:code)] }
  def oid(bytes, &) = yield(JustSeal::Core::Pdf::Signing.open(bytes)).oid
  def field_in(bytes, name) = JustSeal::Core::Pdf::Signing.open(bytes).acro_form.field_by_name(name)

  def content_number(bytes, page)
    oid(bytes) { |doc| doc.pages[page].value[:Contents].then { |part| part.is_a?(Array) ? part.first : part } }
  end
end
