# frozen_string_literal: true

module JustSeal
  module Core
    module Pdf
      # Turns a document into its frozen form: fields become AcroForm fields, and a certification signature allows no more than
      # filling in and signing (ISO 32000-2, 12.8.2.2, DocMDP P=2). The original bytes stay as the start of the result.
      module Freeze
        CERTIFICATION = "Certification"

        module_function

        # +bytes+: the PDF; +spots+: Fields::Spot values; +signer+: Signer of the organisation; +timestamp+: callable;
        # +reason+: text; +at+: Time; +acting+: letters of all parties that act. Returns bytes. The field of a party's own signature is its first spot of
        # kind "signature"; a party that acts without one, such as who approves, gets a signature field that shows on no page.
        def call(bytes, spots:, signer:, timestamp:, reason:, at:, acting: [])
          doc = Signing.open(bytes)
          form = doc.acro_form(create: true)
          by_party = spots.group_by(&:party)
          by_party.each_value { |own| own.each { |spot| add(doc, form, spot, own) } }
          acting.each { |letter| unseen_field(doc, form, letter, by_party.fetch(letter, [])) unless signing_spot(by_party.fetch(letter, [])) }
          form.delete(:NeedAppearances)
          field = form.create_signature_field(CERTIFICATION)
          handler = Signing.handler(signer: signer, timestamp: timestamp, at: at, reason: reason, doc_mdp_permissions: 2)
          Signing.add(doc, handler, field: field)
        end

        # The spot that carries a party's PAdES signature, nil for a party without one.
        def signing_spot(own) = own.find { |spot| spot.kind == "signature" }

        # The name of the signature field of a party: of its spot, or of the one that shows on no page.
        def field_name(letter, own) = signing_spot(own)&.name || "#{letter}-act"

        # ISO 32000-2, 12.7.5.5: a widget without width and height is not shown. It must be there before the document is certified.
        def unseen_field(doc, form, letter, own)
          field = form.create_signature_field(field_name(letter, own))
          field[:Lock] = { Type: :SigFieldLock, Action: :Include, Fields: [field.full_field_name, *own.map(&:name)] }
          field.create_widget(doc.pages[0], Rect: [0, 0, 0, 0]).flag(:print)
        end

        def add(doc, form, spot, own)
          field = spot == signing_spot(own) ? signature_field(form, spot, own) : form.create_text_field(spot.name)
          field[:TU] = spot.label
          widget = field.create_widget(doc.pages[spot.page - 1], Rect: spot.rectangle)
          widget.flag(:print)
        end

        # ISO 32000-2, 12.7.5.5: what this signature will lock is fixed when the document is sent.
        def signature_field(form, spot, own)
          form.create_signature_field(spot.name).tap do |field|
            field[:Lock] = { Type: :SigFieldLock, Action: :Include, Fields: own.map(&:name) }
          end
        end
      end
    end
  end
end
