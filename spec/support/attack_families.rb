# frozen_string_literal: true

require_relative "forgeries"

# Changes to a sealed file, in families. Each is a name and what it makes of the file's bytes; what must be found is
# that the file is not what was sealed.
module AttackFamilies
  include Forgeries

  # {family => {name => lambda of bytes}}
  def attack_families
    {
      "bytes on top" => BYTES,
      "what a page shows" => updates(PAGES),
      "the document as a whole" => updates(DOCUMENT),
      "fields" => updates(FIELDS),
      "signatures" => updates(SIGNATURES),
      "what readers read differently" => by_letter,
      "a file cut back or off" => cuts,
      "single bytes" => flips
    }
  end

  BYTES = {
    "a line end" => "\n",
    "a zero byte" => "\0",
    "blanks" => "  \r\n",
    "a word" => "void",
    "a comment" => "%void\n",
    "an end mark" => "%%EOF\n",
    "a start and an end mark" => "startxref\n9\n%%EOF\n",
    "an object" => "9999 0 obj\n<< >>\nendobj\n",
    "the header of another file" => "%PDF-1.7\n",
    "another kind of file" => "PK\x03\x04"
  }.transform_values { |more| ->(bytes) { bytes + more.b } }.freeze

  # What HexaPDF writes as an update over the file.
  def updates(changes) = changes.transform_values { |change| ->(bytes) { updated(bytes, &change) } }

  ADD = lambda do |doc, **annotation|
    (doc.pages[0][:Annots] ||= []) << doc.add({ Type: :Annot, Rect: [90, 400, 300, 430], **annotation })
  end
  PAGES = {
    "text over it" => lambda { |doc|
      doc.pages[0].canvas(type: :overlay).font("Helvetica", size: 20).text("void", at: [9, 9])
    },
    "text beneath it" => lambda { |doc|
      doc.pages[0].canvas(type: :underlay).font("Helvetica", size: 20).text("x", at: [9, 9])
    },
    "other content" => ->(doc) { doc.pages[0].contents = "BT ET" },
    "no content" => ->(doc) { doc.pages[0].delete(:Contents) },
    "a note" => ->(doc) { ADD.call(doc, Subtype: :FreeText, Contents: "void") },
    "a stamp" => ->(doc) { ADD.call(doc, Subtype: :Stamp) },
    "a square" => ->(doc) { ADD.call(doc, Subtype: :Square, IC: [1, 1, 1]) },
    "a link" => ->(doc) { ADD.call(doc, Subtype: :Link, A: { S: :URI, URI: "http://void.example" }) },
    "a redaction" => ->(doc) { ADD.call(doc, Subtype: :Redact) },
    "other fonts" => ->(doc) { doc.pages[0][:Resources] = { Font: {} } },
    "a smaller box" => ->(doc) { doc.pages[0][:CropBox] = [0, 0, 100, 100] },
    "a larger box" => ->(doc) { doc.pages[0][:MediaBox] = [0, 0, 2000, 2000] },
    "a turn" => ->(doc) { doc.pages[0][:Rotate] = 90 },
    "another unit" => ->(doc) { doc.pages[0][:UserUnit] = 2 },
    "an action on opening" => ->(doc) { doc.pages[0][:AA] = { O: { S: :JavaScript, JS: "1" } } },
    "a group" => ->(doc) { doc.pages[0][:Group] = { S: :Transparency } },
    "one page more" => ->(doc) { doc.pages.add },
    "one page less" => ->(doc) { doc.pages.delete_at(1) },
    "another order" => ->(doc) { doc.pages.move(1, 0) }
  }.freeze

  DOCUMENT = {
    "a title" => ->(doc) { doc.metadata.title("Another licence") },
    "an author" => ->(doc) { doc.metadata.author("Somebody") },
    "metadata" => ->(doc) { doc.catalog[:Metadata] = doc.add({ Type: :Metadata, Subtype: :XML }, stream: "<x/>") },
    "an earlier version" => ->(doc) { doc.catalog[:Version] = :"1.2" },
    "a version of its own" => ->(doc) { doc.catalog[:Version] = :"9.9" },
    "extensions" => ->(doc) { doc.catalog.value[:Extensions] = { XXXX: { BaseVersion: :"1.7", ExtensionLevel: 3 } } },
    "an action on opening" => ->(doc) { doc.catalog[:OpenAction] = { S: :JavaScript, JS: "1" } },
    "actions" => ->(doc) { doc.catalog[:AA] = { WC: { S: :JavaScript, JS: "1" } } },
    "scripts by name" => lambda { |doc|
      doc.catalog[:Names] = { JavaScript: { Names: ["a", { S: :JavaScript, JS: "1" }] } }
    },
    "an outline" => ->(doc) { doc.outline.add_item("Void", destination: 0) },
    "layers" => ->(doc) { doc.optional_content.ocg("Void") },
    "a language" => ->(doc) { doc.catalog[:Lang] = "xx" },
    "labels of pages" => ->(doc) { doc.catalog[:PageLabels] = { Nums: [0, { P: "void" }] } },
    "how it is opened" => ->(doc) { doc.catalog[:PageMode] = :FullScreen },
    "what a viewer shows" => ->(doc) { doc.catalog[:ViewerPreferences] = { HideToolbar: true } },
    "a collection" => ->(doc) { doc.catalog.value[:Collection] = { View: :D } },
    "a base for links" => ->(doc) { doc.catalog.value[:URI] = { Base: "http://void.example" } },
    "tags" => ->(doc) { doc.catalog.value[:StructTreeRoot] = { Type: :StructTreeRoot } },
    "a file in it" => ->(doc) { doc.files.add(StringIO.new("void"), name: "void.txt") },
    "no certification" => ->(doc) { doc.catalog.delete(:Perms) },
    "no form" => ->(doc) { doc.catalog.delete(:AcroForm) },
    "looks to be made anew" => ->(doc) { doc.acro_form[:NeedAppearances] = true },
    "another look of what is typed" => ->(doc) { doc.acro_form[:DA] = "/Helv 40 Tf 1 g" },
    "other resources of fields" => ->(doc) { doc.acro_form[:DR] = { Font: {} } },
    "an order of computing" => ->(doc) { doc.acro_form.value[:CO] = [] },
    "a form of another kind" => ->(doc) { doc.acro_form.value[:XFA] = "<x/>" },
    "no flags of signatures" => ->(doc) { doc.acro_form[:SigFlags] = 0 },
    "no fields" => ->(doc) { doc.acro_form[:Fields] = [] },
    "no proofs" => ->(doc) { doc.catalog.delete(:DSS) },
    "proofs without certificates" => ->(doc) { doc.catalog[:DSS].value[:Certs] = [] },
    "proofs without answers" => ->(doc) { doc.catalog[:DSS].value[:OCSPs] = [] },
    "one proof more" => ->(doc) { doc.catalog[:DSS].value[:Certs] << doc.add({}, stream: "void") }
  }.freeze

  FIELD = ->(doc, name = "A-full_name-1") { doc.acro_form.field_by_name(name) }
  FIELDS = {
    "another value" => ->(doc) { FIELD[doc][:V] = "Somebody Else" },
    "no value" => ->(doc) { FIELD[doc].delete(:V) },
    "another usual value" => ->(doc) { FIELD[doc][:DV] = "Somebody Else" },
    "no look" => ->(doc) { FIELD[doc].each_widget { |widget| widget.delete(:AP) } },
    "another look" => lambda do |doc|
      FIELD[doc].each_widget do |widget|
        widget[:AP] = { N: doc.add({ Subtype: :Form, BBox: [0, 0, 9, 9] }, stream: "BT ET") }
      end
    end,
    "a look changed in place" => ->(doc) { FIELD[doc].each_widget { |widget| widget[:AP][:N].stream = "BT ET" } },
    "another place" => ->(doc) { FIELD[doc].each_widget { |widget| widget[:Rect] = [0, 0, 9, 9] } },
    "hidden" => ->(doc) { FIELD[doc].each_widget { |widget| widget[:F] = 2 } },
    "a border" => ->(doc) { FIELD[doc].each_widget { |widget| widget[:MK] = { BG: [1, 1, 1] } } },
    "another name" => ->(doc) { FIELD[doc][:T] = "B-full_name-1" },
    "another name for people" => ->(doc) { FIELD[doc][:TU] = "void" },
    "other flags" => ->(doc) { FIELD[doc][:Ff] = 0 },
    "another kind" => ->(doc) { FIELD[doc][:FT] = :Btn },
    "an action" => ->(doc) { FIELD[doc].each_widget { |widget| widget[:A] = { S: :JavaScript, JS: "1" } } },
    "a look of a signature" => lambda do |doc|
      FIELD[doc, "A-signature-1"].each_widget { |widget| widget[:AP][:N].stream = "BT ET" }
    end,
    "a new field" => lambda { |doc|
      doc.acro_form.create_text_field("void").create_widget(doc.pages[0], Rect: [9, 9, 99, 29])
    },
    "a new place for a signature" => lambda do |doc|
      doc.acro_form.create_signature_field("void").create_widget(doc.pages[0], Rect: [0, 0, 600, 800])
    end
  }.freeze

  VALUE = ->(doc, name = "A-signature-1") { doc.acro_form.field_by_name(name).field_value }
  SIGNATURES = {
    "one taken out" => ->(doc) { doc.acro_form.field_by_name("A-signature-1").delete(:V) },
    "one put for another" => ->(doc) { FIELD[doc, "A-signature-1"][:V] = VALUE[doc, "B-signature-1"] },
    "another name" => ->(doc) { VALUE[doc][:Name] = "Somebody Else" },
    "another reason" => ->(doc) { VALUE[doc][:Reason] = "Witnessed for Somebody Else, level 4" },
    "another time" => ->(doc) { VALUE[doc][:M] = Time.utc(2020) },
    "another kind" => ->(doc) { VALUE[doc][:SubFilter] = :"adbe.x509.rsa_sha1" },
    "no value" => ->(doc) { VALUE[doc].value[:Contents] = nil },
    "an empty value" => ->(doc) { VALUE[doc][:Contents] = "" },
    "another range" => ->(doc) { VALUE[doc][:ByteRange] = [0, 100, 200, 300] },
    "no range" => ->(doc) { VALUE[doc].delete(:ByteRange) },
    "no lock" => ->(doc) { VALUE[doc].delete(:Reference) },
    "the seal's permissions" => ->(doc) { VALUE[doc, "Certification"][:Reference][0][:TransformParams][:P] = 3 },
    "a time-stamp taken out" => ->(doc) { doc.acro_form.field_by_name("Archive-1").delete(:V) }
  }.freeze

  # Written letter by letter, so that programs differ.
  def by_letter
    usual = Forgeries::Update::USUAL
    later = "<< /Length 5 >>\nstream\nBT ET\nendstream"
    page = ->(bytes) { content_number(bytes, 0) }
    trailers = {
      "a root twice, the second null" => "#{usual} /Root null",
      "a root twice, the first null" => "/Root null #{usual}",
      "a size twice" => "/Size 3 #{usual}",
      "a way below twice" => "#{usual} /Prev null",
      "a name in numbers" => "/#52oot 1 0 R #{usual}",
      "an encryption" => "#{usual} /Encrypt << >>"
    }.transform_values { |words| ->(bytes) { forgery(bytes).table(trailer: words) } }
    {
      **trailers,
      "an object twice" => lambda { |bytes|
        forgery(bytes, objects: { page[bytes] => later }).table(between: "#{page[bytes]} 0 obj\nnull\nendobj\n")
      },
      "content of null" => ->(bytes) { by_hand(bytes, objects: { page[bytes] => "null" }) },
      "an object freed" => ->(bytes) { by_hand(bytes, free: [page[bytes]]) },
      "an object listed elsewhere" => ->(bytes) { by_hand(bytes, at: { page[bytes] => 20 }) },
      "a comment between" => ->(bytes) { forgery(bytes).table(between: "%#{later.tr("\n", " ")}\n") },
      "a start that leads elsewhere" => ->(bytes) { forgery(bytes).table(start: 0) },
      "a list in a stream" => ->(bytes) { forgery(bytes, objects: { page[bytes] => later }).stream }
    }
  end

  # Up to each revision's end, and somewhere between.
  def cuts
    ends = ->(bytes) { JustSeal::Core::Pdf::Check::Strata.marks(bytes) }
    whole = [2, 3, 4].to_h do |back|
      [
        "the state #{back - 1} before",
        lambda { |bytes|
          bytes.byteslice(0, ends[bytes][-back])
        }
      ]
    end
    whole.merge(
      "the last hundred bytes" => ->(bytes) { bytes.byteslice(0, bytes.bytesize - 100) },
      "a half" => ->(bytes) { bytes.byteslice(0, bytes.bytesize / 2) }
    )
  end

  def flips
    (1..12).to_h { |part| ["at #{part} thirteenths", ->(bytes) { flipped(bytes, bytes.bytesize * part / 13) }] }
  end
end
