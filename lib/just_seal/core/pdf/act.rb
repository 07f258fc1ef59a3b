# frozen_string_literal: true

module JustSeal
  module Core
    module Pdf
      # One party's act: the values of its fields with real appearances, and one PAdES signature that locks them, in one
      # incremental update. The signature covers exactly the bytes that the party had before its eyes, and what it added.
      module Act
        module_function

        # +bytes+: the document as the party saw it; +letter+: the party's; +spots+: this party's Spots; +values+: {spot name => text, a mark as in
        # Appearance#signature, true for a box that is crossed}, without those that stay empty; +foot+: the line beneath signatures; +by+: who signs, as the signature names it;
        # +reason+: text.
        # Raises Refused :no_signature_field, :already_signed, :no_face.
        def call(bytes, letter:, spots:, values:, foot:, by:, reason:, signer:, timestamp:, faces:, at:)
          doc = Signing.open(bytes)
          field = signature_field(doc, letter, spots)
          looks = Appearance.new(doc, faces)
          spots.each { |spot| fill(doc, looks, spot, values[spot.name], foot, signing: field.full_field_name == spot.name) if values[spot.name] }
          handler = Signing.handler(signer: signer, timestamp: timestamp, at: at, reason: reason, signed_by: by,
            locked_fields: spots.map(&:name) | [field.full_field_name])
          Signing.add(doc, handler, field: field)
        end

        def signature_field(doc, letter, spots)
          field = doc.acro_form.field_by_name(Freeze.field_name(letter, spots)) or raise Refused.new(:no_signature_field)
          raise Refused.new(:already_signed, field: field.full_field_name) if field.field_value

          field
        end

        def fill(doc, looks, spot, value, foot, signing:)
          field = doc.acro_form.field_by_name(spot.name)
          return cross(field) if spot.box?

          field.each_widget { |widget| widget[:AP] = { N: picture(looks, spot, value, foot) } }
          field[:V] = spot.of_kind.mark? ? foot : value unless signing
        end

        def picture(looks, spot, value, foot)
          case spot.kind
          when "signature" then looks.signature(spot, value, foot: foot)
          when "initials" then looks.initials(spot, value)
          when "text_lines" then looks.lines(spot, value)
          else looks.text(spot, value)
          end
        end

        def cross(field)
          field[:V] = :Yes
          field.each_widget { |widget| widget[:AS] = :Yes }
        end
      end
    end
  end
end
