# frozen_string_literal: true

module JustSeal
  module Core
    module Pdf
      # Turns a document into its frozen form: fields become AcroForm fields, and a certification signature allows no
      # more than filling in and signing (ISO 32000-2, 12.8.2.2, DocMDP P=2). The original bytes stay as the start of
      # the result.
      module CertifyForSigning
        CERTIFICATION = "Certification"

        module_function

        # +bytes+: the PDF; +spots+: Fields::FieldPlacement values; +signer+: Signer of the organisation; +timestamp+:
        # callable; +reason+: text; +at+: Time; +acting+: letters of all parties that act; +texts+: {spot name => text}
        # of what is written on sending, set in +faces+; +papers+: {letter => heading} of parties for whom a sheet is
        # kept free, see PaperSheets. Returns bytes. The field of a party's own signature is its
        # first spot of kind "signature"; a party that acts without one, such as who approves, gets a signature field
        # that shows on no page.
        def call(bytes, spots:, signer:, timestamp:, reason:, at:, acting: [], texts: {}, faces: nil, papers: {})
          doc = Signing.open(bytes)
          close_gaps(doc, bytes)
          form = doc.acro_form(create: true)
          looks = Appearance.new(doc, faces)
          papers.each { |letter, heading| PaperSheets.add(doc, form, letter, heading, faces) }
          add_fields(doc, form, spots.group_by(&:party), acting, looks)
          spots.each { |spot| write(form, spot, texts[spot.name], looks) if texts[spot.name] }
          form.delete(:NeedAppearances)
          kept = { reason: reason, doc_mdp_permissions: 2 }
          handler = Signing.handler(signer: signer, timestamp: timestamp, at: at, **kept)
          Signing.add(doc, handler, field: form.create_signature_field(CERTIFICATION))
        end

        def add_fields(doc, form, by_party, acting, looks)
          by_party.each_value { |own| own.each { |spot| add(doc, form, spot, own, looks) } }
          acting.each do |letter|
            own = by_party.fetch(letter, [])
            unseen_field(doc, form, letter, own) unless signing_spot(own)
          end
        end

        # ISO 32000-2, annex C: numbers beyond this are in no file that readers open.
        MAX_OBJECTS = 8_388_607

        # What is referred to and not there is declared free before the document is certified: nothing that is added
        # later may come to light in its place, not even our own fields.
        def close_gaps(doc, _bytes)
          Check::ObjectReferences.new(doc).dangling.select { |oid| oid <= MAX_OBJECTS }.each do |oid|
            doc.add(HexaPDF::Object.new(nil, oid: oid))
          end
        end

        # The spot that carries a party's PAdES signature, nil for a party without one.
        def signing_spot(own) = own.find { |spot| spot.kind == "signature" }

        # The name of the signature field of a party: of its spot, or of the one that shows on no page.
        def field_name(letter, own) = signing_spot(own)&.name || "#{letter}-act"

        # ISO 32000-2, 12.7.5.5: a widget without width and height is not shown. It must be there before the document is
        # certified.
        def unseen_field(doc, form, letter, own)
          field = form.create_signature_field(field_name(letter, own))
          field[:Lock] = { Type: :SigFieldLock, Action: :Include, Fields: [field.full_field_name, *own.map(&:name)] }
          field.create_widget(doc.pages[0], Rect: [0, 0, 0, 0]).flag(:print)
        end

        # What nobody has filled in yet looks like nothing: otherwise readers, and the library, would make something up
        # (ISO 19005-2, 6.3.3, wants each to have a look).
        def add(doc, form, spot, own, looks)
          field = field_for(form, spot, own)
          field[:TU] = spot.label
          widget = field.create_widget(doc.pages[spot.page - 1], Rect: spot.rectangle)
          widget.flag(:print)
          spot.box? ? box(field, widget, spot, looks) : widget[:AP] = { N: looks.nothing(spot) }
        end

        def field_for(form, spot, own)
          return signature_field(form, spot, own) if spot == signing_spot(own)

          spot.of_kind.form_field(form, spot.name)
        end

        # ISO 32000-2, 12.7.5.2.3: a box has both of its looks from the start; acting only chooses between them.
        def box(field, widget, spot, looks)
          widget[:AP] = { N: { Yes: looks.cross(spot), Off: looks.nothing(spot) } }
          widget[:AS] = field[:V] = :Off
        end

        # ISO 32000-2, 12.7.4.1: what is written on sending is nobody's to fill in.
        def write(form, spot, text, looks)
          field = form.field_by_name(spot.name)
          field[:V] = text
          field.flag(:read_only)
          field.each_widget { |widget| widget[:AP] = { N: looks.text(spot, text) } }
        end

        # The field of the sheet that is kept free for the party of +own+ spots.
        def sheet(form, own)
          name = PaperSheets.field_name(own.first.party)
          form.field_by_name(name) ? [name] : []
        end

        # ISO 32000-2, 12.7.5.5: what this signature will lock is fixed when the document is sent.
        def signature_field(form, spot, own)
          form.create_signature_field(spot.name).tap do |field|
            field[:Lock] = { Type: :SigFieldLock, Action: :Include, Fields: own.map(&:name) | sheet(form, own) }
          end
        end
      end
    end
  end
end
