# frozen_string_literal: true

require "stringio"

module JustSeal
  module Core
    module Pdf
      # One party's act: the values of its fields with real appearances, and one PAdES signature that locks them, in one
      # incremental update. The signature covers exactly the bytes that the party had before its eyes, and what it
      # added.
      module ApplyPartySignature
        module_function

        # +bytes+: the document as the party saw it; +letter+: the party's; +spots+: this party's FieldPlacements;
        # +values+: {spot name => text, a mark as in Appearance#signature, true for a box that is crossed}, without
        # those that stay empty; +foot+: the line beneath signatures; +by+: who signs, as the signature names it;
        # +reason+: text; +paper+: {sheets: as PaperScan.call takes them, file: as PaperSheets.attach takes it} of who
        # signed by pen, nil otherwise. Raises Refused :no_signature_field, :already_signed, :no_face.
        def call(bytes, by:, reason:, signer:, timestamp:, at:, **filling)
          doc, field, locked = filled(bytes, **filling)
          Signing.add(
            doc,
            Signing.handler(
              signer: signer,
              timestamp: timestamp,
              at: at,
              reason: reason,
              signed_by: by,
              locked_fields: locked
            ),
            field: field
          )
        end

        # The same up to the signature, for a key that signs elsewhere: returns [bytes with a place for it, digest that
        # the key has to sign]. +certificate+: whose key it will be; +digest_algorithm+: as of Signer.
        def prepare(bytes, by:, reason:, certificate:, digest_algorithm:, at:, **filling)
          doc, field, locked = filled(bytes, **filling)
          Signing.prepare(
            doc,
            certificate: certificate,
            digest_algorithm: digest_algorithm,
            field: field,
            at: at,
            reason: reason,
            signed_by: by,
            locked_fields: locked
          )
        end

        # What it will look like: the fields filled in, nothing signed.
        def look(bytes, **filling)
          doc, = filled(bytes, **filling)
          out = StringIO.new("".b)
          doc.write(out, incremental: true, update_fields: false)
          out.string
        end

        # [document, signature field, names of the fields that the signature locks]
        def filled(bytes, letter:, spots:, values:, foot:, faces:, paper: nil)
          doc = Signing.open(bytes)
          field = signature_field(doc, letter, spots)
          looks = Appearance.new(doc, faces)
          spots.each do |spot|
            next unless values[spot.name]

            fill(
              doc,
              looks,
              spot,
              values[spot.name],
              foot,
              signing: field.full_field_name == spot.name
            )
          end
          show_paper(doc, field, letter, paper) if paper
          [doc, field, locked(doc, field, letter, spots)]
        end

        def show_paper(doc, field, letter, paper)
          PaperSheets.fill(doc, letter, paper.fetch(:sheets))
          PaperSheets.attach(doc, field, **paper.fetch(:file))
        end

        # Names of the fields that are this party's.
        def locked(doc, field, letter, spots)
          sheet = PaperSheets.field_name(letter)
          own = doc.acro_form.field_by_name(sheet) ? [sheet] : []
          spots.map(&:name) | [field.full_field_name] | own
        end

        def signature_field(doc, letter, spots)
          field = doc.acro_form.field_by_name(
            CertifyForSigning.field_name(
              letter,
              spots
            )
          ) or raise(Refused, :no_signature_field)
          raise Refused.new(:already_signed, field: field.full_field_name) if field.field_value

          field
        end

        def fill(doc, looks, spot, value, foot, signing:)
          field = doc.acro_form.field_by_name(spot.name)
          return cross(field) if spot.box?

          field.each_widget { |widget| widget[:AP] = { N: spot.of_kind.picture(looks, spot, value, foot) } }
          field[:V] = spot.of_kind.mark? ? foot : value unless signing
        end

        def cross(field)
          field[:V] = :Yes
          field.each_widget { |widget| widget[:AS] = :Yes }
        end
      end
    end
  end
end
