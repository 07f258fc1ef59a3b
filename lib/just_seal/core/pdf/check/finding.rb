# frozen_string_literal: true

module JustSeal
  module Core
    module Pdf
      class Check
        # One thing that a check found. +code+: a key of CODES; +where+: the place, in words; +facts+: what the sentence
        # needs.
        Finding = Value.of(:code, :where, :facts) do
          # :altered, :untrusted, :unreadable or :note
          def grade = Finding::CODES.fetch(code).first
          def message = format(Finding::CODES.fetch(code).last, facts || {})
          def to_json_object = { "code" => code.to_s, "message" => message, "where" => where }
        end

        Finding::CODES = {
          not_a_pdf: [
            :unreadable,
            "This is not a PDF file. Choose the sealed PDF itself, not a picture or a link to it."
          ],
          damaged: [
            :unreadable,
            "The file is too damaged to be read. Ask for the document again from where it was filed."
          ],
          encrypted: [:unreadable, "The file is encrypted. Remove the password, then check it again."],
          never_sealed: [
            :untrusted,
            "This PDF carries no signature and no seal. Nothing can be said about who made it or whether it was " \
            "changed."
          ],
          not_sealed_yet: [:note, "This is an earlier state of the document: signed, but without the seal at the end."],
          byte_range_wrong: [
            :altered,
            "The signature does not cover all bytes but its own, up to the end of its revision."
          ],
          contents_moved: [:altered, "The signature's value is not at the place that it leaves out."],
          signature_broken: [
            :altered,
            "The signed bytes are not the bytes that were signed: something was changed after this signature."
          ],
          signature_unreadable: [:altered, "The signature's value is empty or can't be read."],
          certificate_not_named: [:altered, "The signature does not name the certificate that it comes with."],
          certificate_damaged: [:altered, "A certificate inside the signature was changed after it was made."],
          time_stamp_broken: [:altered, "The time-stamp does not belong to this signature (%<reason>s)."],
          time_stamp_missing: [:note, "The signature carries no time-stamp: its time is the signer's own claim."],
          unknown_root: [
            :untrusted,
            "The certificate of %<name>s does not lead to an authority that is accepted here."
          ],
          unknown_time_authority: [
            :untrusted,
            "The time-stamp comes from %<name>s, which does not lead to an authority that is accepted here."
          ],
          out_of_time: [:untrusted, "The certificate of %<name>s was not valid at the time of signing."],
          wrong_use: [:untrusted, "The certificate of %<name>s is not meant for this use."],
          chain_broken: [:untrusted, "The certificate path of %<name>s can't be followed."],
          revoked: [
            :untrusted,
            "The certificate of %<name>s was revoked before its signature is proven to have been there."
          ],
          revoked_later: [
            :note,
            "The certificate of %<name>s was revoked on %<at>s, after this signature was made; that does not undo it."
          ],
          status_missing: [:note, "The file holds no proof that the certificate of %<name>s was not revoked."],
          bytes_after_end: [
            :altered,
            "Something was put after the end of the document (bytes: %<count>d). No signature covers it."
          ],
          added_after_seal: [:altered, "Something was added on top, after the last signature. No signature covers it."],
          revisions_rearranged: [
            :altered,
            "The list of revisions was rearranged, so that a reader may show other content than was signed."
          ],
          shown_later: [
            :altered,
            "Something came to light that was only prepared when the document was signed (%<what>s)."
          ],
          laid_over: [
            :altered,
            "Something was laid over a page under the name of a signature, where the certification foresees " \
            "no field (%<what>s)."
          ],
          not_permitted: [:altered, "The certification allows no change at all, and there is one."],
          signatures_hidden: [
            :altered,
            "Earlier states of this file carry signatures that its last state does not show any more."
          ],
          certification_lost: [
            :altered,
            "The file is no longer bound to its certification: the entry that names it is missing or names " \
            "another signature."
          ],
          references_wrong: [
            :altered,
            "The file's table of contents for readers leads to the wrong places: different programs may show " \
            "different things."
          ],
          page_changed: [:altered, "A page was changed after it was signed (%<what>s)."],
          object_changed: [:altered, "Content was replaced after it was signed (%<what>s)."],
          catalog_changed: [:altered, "The document's structure was changed after it was signed (%<what>s)."],
          form_changed: [:altered, "The form was changed after it was signed (%<what>s)."],
          field_changed: [:altered, "A field was changed in a way that is not filling in (%<what>s)."],
          locked_field_changed: [:altered, "A field was changed after its party had signed and locked it (%<what>s)."],
          signature_replaced: [:altered, "A signature was taken out or replaced (%<what>s)."]
        }.freeze
      end
    end
  end
end
