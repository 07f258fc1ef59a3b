# frozen_string_literal: true

module JustSeal
  module Core
    module Pdf
      class Check
        # The document as it was at the end of one revision: the file up to there, and what is read of it only where it
        # is asked for.
        class State
          attr_reader :bytes, :view

          # +view+: Timeline::View, nil for a state that is read by itself.
          def initialize(bytes, view: nil)
            @bytes = bytes
            @view = view
          end

          def doc = @doc ||= view ? EarlierDocument.new(view.timeline, view.count) : opened

          def shape
            @shape ||= if view
              ObjectRoles.new(doc, before: view.before.shape, changed: view.update.objects.keys + view.update.free)
            else
              ObjectRoles.new(doc)
            end
          end

          def mentions
            @mentions ||= ObjectReferences.new(doc, view ? view.timeline.mentions : own_mentions, bytes.bytesize)
          end

          # Did some cross-reference lead nowhere, so that the reader had to guess? Readers guess differently.
          def guessed? = doc.is_a?(EarlierDocument) ? doc.guessed? : doc.revisions.parser.reconstructed?

          # Is object +oid+ there, and not free?
          def there?(oid) = view ? view.timeline.there?(oid, view.count) : found?(oid)

          # Is it +before+, and one revision more on top of its cross-references? Otherwise it could show older or other
          # objects.
          def follows?(before)
            return view.before.equal?(before) if view

            doc.revisions.count == before.doc.revisions.count + 1 &&
              doc.revisions.current.trailer[:Prev] == before.doc.revisions.parser.startxref_offset
          end

          # The cross-references of each revision, from the bottom.
          def sections = @sections ||= doc.revisions.map(&:xref_section)

          # The trailer of revision +index+ as it was read, to be changed by whoever asks.
          def trailer(index) = copy(trailers[index])

          # The fields that carry a signature.
          def signature_fields = @signature_fields ||= doc.catalog.key?(:AcroForm) ? signed(doc.acro_form) : []

          private

          def signed(form)
            form.each_field.select do |field|
              field.field_type == :Sig && field.field_value.is_a?(HexaPDF::Dictionary)
            end
          end

          # Trailers are kept as they are read: the library changes them as they are used.
          def opened
            Signing.open(bytes).tap { |doc| @trailers = doc.revisions.map { |revision| copy(revision.trailer.value) } }
          end

          def trailers = doc && @trailers

          def copy(value)
            case value
            when Hash then value.transform_values { |one| copy(one) }
            when Array then value.map { |one| copy(one) }
            when HexaPDF::Object then value.indirect? ? HexaPDF::Reference.new(value.oid, value.gen) : copy(value.value)
            when String then value.dup
            else value
            end
          end

          def own_mentions = Mentions.new(bytes, doc)

          def found?(oid)
            revision = doc.revisions.reverse_each.find { |one| one.object?(oid) } or return false
            !revision.xref(oid)&.free?
          end
        end
      end
    end
  end
end
