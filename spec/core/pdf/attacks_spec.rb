# frozen_string_literal: true

# Each attack on signed PDFs that is known from the literature, built from a really sealed file. Independent tools are
# told what was done only by the file; so is the check.
RSpec.describe "Attacks on sealed files" do
  include Forgeries

  let(:sealed) { sealed_states.last }
  let(:archive) { field_in(sealed, "Archive-1") }

  def value_of(doc, name) = doc.acro_form.field_by_name(name).field_value

  # The signed file with +from+ written over by +to+ of the same length, once, after byte +start+.
  def overwritten(bytes, from, to, start: 0)
    raise "not of one length" unless from.bytesize == to.bytesize

    at = bytes.index(from.b, start) or raise "not there: #{from}"
    bytes.dup.tap { |copy| copy[at, from.bytesize] = to.b }
  end

  # A cross-reference table in which +number+ is free.
  def without(table, number)
    rows = table.lines
    first = rows.index { |row| row.match?(/ [nf]\s*$/) }
    rows[first + number] = "0000000000 65535 f \n"
    rows.join
  end

  # What a party would sign who does not see what the sender prepared.
  def prepared(original)
    sent = JustSeal::Core::Pdf::CertifyForSigning.call(
      original,
      spots: [spot("A", "signature", 500)],
      signer: signer("seal"),
      timestamp: stamps,
      reason: "Sent as docket RH-2",
      at: Time.now.utc
    )
    seal(act(sent, [spot("A", "signature", 500)], "A. Party", { "A-signature-1" => { "typed" => "A. Party" } }))
  end

  it "finds an update that changes nothing on top of the seal, and an object listed anew where it stood" do
    number = content_number(sealed, 0)
    place = sealed.rindex("\n#{number} 0 obj") + 1
    expect(found(by_hand(sealed))).to eq([:altered, [:added_after_seal]])
    expect(found(by_hand(sealed, at: { number => place })).last).to include(:reference_elsewhere)
  end

  describe "incremental saving" do
    it "finds a page whose content was replaced, and a new page" do
      number = content_number(sealed, 0)
      expect(
        found(
          by_hand(
            sealed,
            objects: { number => "<< /Length 5 >>\nstream\nBT ET\nendstream" }
          )
        ).last
      ).to include(:object_changed)
      expect(found(updated(sealed) { |doc| doc.pages.add }).last).to include(:object_changed)
    end

    it "finds an update without cross-references of its own, and one that leaves revisions out" do
      expect(found("#{sealed}7 0 obj\n<< >>\nendobj\n")).to eq([:altered, [:bytes_after_end]])
      early = JustSeal::Core::Pdf::Signing.open(sealed_states[1]).revisions.parser.startxref_offset
      forged = by_hand(sealed).sub(/Prev \d+ >>\nstartxref\n(\d+)\n%%EOF\n\z/) do
        "Prev #{early} >>\nstartxref\n#{Regexp.last_match(1)}\n%%EOF\n"
      end
      expect(found(forged).first).not_to eq(:intact)
      expect(found(forged).last).to include(:revisions_rearranged)
        .or include(:signature_replaced)
        .or include(:signatures_hidden)
    end
  end

  describe "signature wrapping" do
    it "finds a byte range that leaves out more than its own value" do
      range = archive.field_value[:ByteRange].to_a
      forged = overwritten(
        sealed,
        "#{range[1]} #{range[2]}",
        "#{range[1] - 9} #{range[2]}",
        start: sealed.rindex("/ByteRange")
      )
      expect(found(forged).last).to include(:contents_moved)
    end

    it "finds a signature that is moved into an update, with its old byte range" do
      forged = updated(sealed) do |doc|
        old = value_of(doc, "Archive-1")
        doc.acro_form.field_by_name("Archive-1")[:V] =
          doc.add(
            {
              Type: :DocTimeStamp,
              Filter: old[:Filter],
              SubFilter: old[:SubFilter],
              ByteRange: old[:ByteRange].to_a,
              Contents: old[:Contents]
            }
          )
      end
      expect(found(forged).first).to eq(:altered)
      expect(found(forged).last).to include(:signature_replaced)
    end

    it "finds a byte range of six numbers, of none, with a negative one, and one that begins late" do
      range = archive.field_value[:ByteRange].to_a
      text = sealed[sealed.rindex("/ByteRange")..][%r{/ByteRange ?\[[^\]]*\]}]
      [
        [*range, 0, 0],
        [],
        [0, -1, range[2], range[3]],
        [1, range[1] - 1, range[2], range[3]],
        [0, "null", range[2], range[3]]
      ].each do |numbers|
        written = "/ByteRange[#{numbers.join(" ")}]"
        next if written.bytesize > text.bytesize

        expect(
          found(
            overwritten(
              sealed,
              text,
              written.ljust(text.bytesize),
              start: sealed.rindex("/ByteRange")
            )
          ).last
        ).to include(:byte_range_wrong)
      end
    end

    it "finds a byte range and a value that stand twice" do
      doubled = sealed.sub("/Type/DocTimeStamp") { "/Contents<00>/Type/DocTimeStamp" }
      expect(found(doubled).first).not_to eq(:intact)
    end
  end

  describe "universal forgery" do
    def with_value(name, **changes)
      doc = JustSeal::Core::Pdf::Signing.open(sealed)
      value = value_of(doc, name)
      by_hand(sealed, objects: { value.oid => HexaPDF::Serializer.new.serialize(value.value.merge(changes).compact) })
    end

    it "finds emptied, null and missing values and ranges" do
      [
        { Contents: "" },
        { Contents: nil },
        { Contents: "\x00".b },
        { ByteRange: nil },
        { ByteRange: [] }
      ].each do |change|
        verdict, codes = found(with_value("A-signature-1", **change))
        expect(verdict).to eq(:altered), change.inspect
        expect(codes & %i[signature_unreadable byte_range_wrong contents_moved]).not_to be_empty, change.inspect
      end
    end

    it "finds a value of zeros in its own place" do
      range = archive.field_value[:ByteRange].to_a
      zeros = sealed.dup.tap { |copy| copy[range[1] + 1, range[2] - range[1] - 2] = "0" * (range[2] - range[1] - 2) }
      expect(found(zeros)).to eq([:altered, [:signature_unreadable]])
    end

    it "finds signatures that all were taken out, also where the form went with them" do
      expect(found(updated(sealed) { |doc| doc.catalog.delete(:AcroForm) })).to eq([:altered, [:signatures_hidden]])
      stripped = updated(sealed) do |doc|
        doc.acro_form.each_field.select do |field|
          field.field_type == :Sig
        end.each { |field| field.delete(:V) }
      end
      expect(found(stripped)).to eq([:altered, [:signatures_hidden]])
    end

    it "finds a certification that the catalogue names no more" do
      expect(
        found(
          updated(sealed) do |doc|
            doc.catalog.delete(:Perms)
          end
        ).last
      ).to include(:certification_lost, :catalog_changed)
    end
  end

  describe "shadow documents" do
    it "finds content that was referred to when it was signed, and came only later" do
      waiting = pdf { |doc| doc.pages[0][:Contents] = [doc.pages[0].value[:Contents], doc.add({}, stream: "")] }
      number = oid(waiting) { |doc| doc.pages[0].value[:Contents].last }
      signed = prepared(
        waiting.sub(/^#{number} 0 obj\n.*?endobj\n/mn) do |text|
          "%".ljust(text.bytesize - 1, "-") << "\n"
        end.sub(/^xref.*?^trailer/mn) { |table| without(table, number) }
      )
      expect(found(signed)).to eq([:intact, []])
      shown = by_hand(
        signed,
        objects: { number => "<< /Length 35 >>\nstream\nBT /F1 40 Tf 90 300 Td (void) Tj ET\nendstream" }
      )
      expect(found(shown)).to eq(
        [
          :altered,
          %i[
            shown_later
            added_after_seal
          ]
        ]
      ).or eq([:altered, %i[object_changed added_after_seal]])
    end

    it "leaves nothing that waits to be filled when it certifies, neither by others nor by our own fields" do
      plain = pdf
      page, content, resources, tree = JustSeal::Core::Pdf::Signing.open(plain).then do |doc|
        doc.pages[0].then do |one|
          [
            one.oid,
            one.value[:Contents].oid,
            HexaPDF::Serializer.new.serialize(one[:Resources].value),
            one.value[:Parent].oid
          ]
        end
      end
      waiting = by_hand(
        plain,
        objects: {
          page => "<< /Type /Page /Parent #{tree} 0 R /MediaBox [0 0 595 842] /Resources #{resources} " \
                  "/Contents [#{content} 0 R 40 0 R] >>"
        }
      )
      number = JustSeal::Core::Pdf::Signing.open(waiting).then do |doc|
        JustSeal::Core::Pdf::Check::ObjectReferences.new(doc, waiting).dangling
      end
      expect(number.size).to eq(1)
      signed = prepared(waiting)
      expect(found(signed)).to eq([:intact, []])
      doc = JustSeal::Core::Pdf::Signing.open(signed)
      expect([doc.revisions.object?(number.first), doc.object(number.first)&.value]).to eq([true, nil])
      shown = by_hand(
        signed,
        objects: { number.first => "<< /Length 35 >>\nstream\nBT /F1 40 Tf 90 300 Td (void) Tj ET\nendstream" }
      )
      expect(found(shown).last).to include(:object_changed).or include(:shown_later)
    end

    it "finds a cover that is taken away by freeing its object" do
      number = content_number(sealed, 0)
      expect(found(by_hand(sealed, free: [number])).last).to include(:object_changed)
    end

    it "finds another catalogue that was lying in the file" do
      covered = prepared(pdf { |doc| doc.add({ Type: :Catalog, Pages: doc.catalog[:Pages] }) })
      other = oid(covered) do |doc|
        doc.each.find do |object|
          object.value.is_a?(Hash) && object.value[:Type] == :Catalog && object.oid != doc.catalog.oid
        end || doc.pages[0]
      end
      expect(found(by_hand(covered, root: other)).first).to eq(:altered)
    end

    it "finds one object put for another by cross-references alone" do
      first, second = [0, 1].map { |page| content_number(sealed, page) }
      place = sealed.index("\n#{second} 0 obj") + 1
      expect(found(by_hand(sealed, at: { first => place })).last).to include(:references_wrong)
      renumbered = by_hand(sealed, objects: { first => sealed[/^#{second} 0 obj\n?(.*?)endobj/mn, 1] })
      expect(found(renumbered).last).to include(:object_changed)
    end

    it "finds a page's content that poses as information about the document" do
      posing = prepared(pdf { |doc| doc.catalog[:Metadata] = doc.pages[0].value[:Contents] })
      number = content_number(posing, 0)
      twice = oid(posing) { |doc| doc.catalog[:Metadata] || doc.pages[0] }
      forged = by_hand(posing, objects: { twice => "<< /Length 5 >>\nstream\nBT ET\nendstream" })
      expect([number, found(forged).first, found(forged).last.first]).to eq([twice, :altered, :object_changed])
    end
  end

  describe "what is laid over a certified page" do
    it "finds notes, stamps and pictures of fields" do
      %i[FreeText Stamp Redact Widget Link].each do |kind|
        note = {
          Type: :Annot,
          Subtype: kind,
          Rect: [90, 400, 300, 430],
          Contents: "void",
          **(kind == :Widget ? { FT: :Btn, T: "more", Ff: 65_536 } : {})
        }
        forged = updated(sealed) { |doc| (doc.pages[0][:Annots] ||= []) << doc.add(note) }
        expect(found(forged).last).to include(:page_changed), kind.to_s
      end
    end

    it "finds the field of a signature with a picture that hides what lies beneath" do
      forged = updated(sealed) do |doc|
        field = doc.acro_form.create_signature_field("Extra")
        field.create_widget(doc.pages[0], Rect: [50, 650, 500, 750])
      end
      expect(found(forged).last).to include(:laid_over)
    end

    it "holds a certification that allows nothing against any change, but not against proofs" do
      closed = begin
        doc = JustSeal::Core::Pdf::Signing.open(
          pdf do |made|
            made.acro_form(create: true).create_text_field("note").create_widget(made.pages[0], Rect: [10, 10, 99, 30])
          end
        )
        field = doc.acro_form.create_signature_field("Closed")
        JustSeal::Core::Pdf::Signing.add(
          doc,
          JustSeal::Core::Pdf::Signing.handler(
            signer: signer("seal"),
            timestamp: stamps,
            at: Time.now.utc,
            reason: "Closed",
            doc_mdp_permissions: 1
          ),
          field: field
        )
      end
      expect(found(seal(closed))).to eq([:intact, []])
      filled = seal(updated(closed) { |doc| doc.acro_form.field_by_name("note").field_value = "more" })
      expect(found(filled).last).to include(:not_permitted)
    end
  end

  describe "signatures by others" do
    # PAdES B-T by a card of another authority, without certification, over a form that is written directly into the
    # catalogue.
    def foreign(lock: nil)
      doc = JustSeal::Core::Pdf::Signing.open(pdf)
      form = doc.acro_form(create: true)
      %w[one two].each { |name| form.create_text_field(name).create_widget(doc.pages[0], Rect: [10, 10, 99, 30]) }
      field = form.create_signature_field("Signature1")
      field.create_widget(doc.pages[0], Rect: [100, 100, 200, 150])
      JustSeal::Core::Pdf::Signing.add(
        doc,
        JustSeal::Core::Pdf::Signing.handler(
          signer: signer("another"),
          timestamp: stamps,
          at: Time.now.utc,
          reason: "Read",
          **(lock ? { locked_fields: lock } : {})
        ),
        field: field
      )
    end

    it "reads them, and a second one beside the first" do
      expect(found(foreign)).to match([:undetermined, all(eq(:status_missing))])
      second = updated_by(foreign) do |doc|
        doc.acro_form.create_signature_field("Signature2").tap do |field|
          field.create_widget(doc.pages[0], Rect: [300, 100, 400, 150])
        end
      end
      expect(found(second)).to match([:undetermined, all(eq(:status_missing))])
      expect(
        check(second).signatures.map do |one|
          [one.field, one.status, one.level]
        end
      ).to eq([["Signature1", "valid", nil], ["Signature2", "valid", nil]])
      expect(
        JustSeal::Core::Pdf::Check.call(
          second,
          roots: [Authorities.foreign_root],
          at: Time.now
        )
      ).to have_attributes(
        verdict: :untrusted,
        signatures: all(have_attributes(status: "undetermined"))
      )
    end

    it "keeps their locks, of some fields as of all but some" do
      { %w[one] => %i[locked_field_changed], %w[two] => [] }.each do |lock, codes|
        changed = updated_by(
          updated(foreign(lock: lock)) do |doc|
            doc.acro_form.field_by_name("one").field_value = "later"
          end
        ) { |doc| doc.acro_form.create_signature_field("Signature2") }
        expect(found(changed).last - [:status_missing]).to eq(codes)
      end
    end

    def updated_by(bytes)
      doc = JustSeal::Core::Pdf::Signing.open(bytes)
      field = yield doc
      JustSeal::Core::Pdf::Signing.add(
        doc,
        JustSeal::Core::Pdf::Signing.handler(
          signer: signer("another"),
          timestamp: stamps,
          at: Time.now.utc,
          reason: "Read"
        ),
        field: field
      )
    end
  end

  describe "certificates that were revoked" do
    # Sealed with revocation answers that were asked only after +revoke+.
    def sealed_after(name, at: nil)
      one = Authorities.enrol(authority, name)
      sent = JustSeal::Core::Pdf::CertifyForSigning.call(
        pdf,
        spots: [spot("A", "signature", 500)],
        signer: one,
        timestamp: stamps,
        reason: "Sent as docket RH-3",
        at: Time.now.utc
      )
      authority.revoke(one.certificate.serial.to_i, Time.now + at)
      seal(sent)
    end

    it "lets a signature stand that is proven to be older, and says so; and none that is younger" do
      expect(found(sealed_after("after", at: 60))).to eq([:intact, [:revoked_later]])
      expect(found(sealed_after("before", at: -60))).to eq([:untrusted, [:revoked]])
    end

    it "believes no stamp of an authority whose key was lost" do
      revoked = JustSeal::Core::Trust::Status::Revoked
      now = Time.now
      expect(
        [
          revoked.new(at: now, reason: 1).spares?(now - 9, stamp: true),
          revoked.new(at: now, reason: nil).spares?(now - 9, stamp: true),
          revoked.new(at: now, reason: 4).spares?(now - 9, stamp: true),
          revoked.new(at: now, reason: 1).spares?(now - 9),
          revoked.new(at: now, reason: 1).spares?(now + 9),
          revoked.new(at: now, reason: 1).spares?(nil)
        ]
      ).to eq(
        [
          false, false, true, true, false, false
        ]
      )
    end
  end
end
