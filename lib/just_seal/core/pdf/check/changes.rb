# frozen_string_literal: true

module JustSeal
  module Core
    module Pdf
      class Check
        # What one incremental update did to a certified document, and which of it DocMDP P=2 and FieldMDP do not allow
        # (ISO 32000-2, 12.8.2.2 and 12.8.2.4).
        #
        # Only objects that were there before are judged: what is new has no effect until an object that was there
        # points to it.
        class Changes
          CATALOG_KEYS = %i[DSS Extensions Version Perms AcroForm].freeze
          FORM_KEYS = %i[Fields SigFlags DR DA].freeze
          FIELD_KEYS = %i[V AP M AS].freeze
          BOOKKEEPING_KEYS = %w[Info Metadata DSS VRI].freeze
          KEY_WORDS = {
            Contents: "its content",
            Resources: "its fonts and pictures",
            Annots: "what lies over it",
            Rect: "its place",
            MediaBox: "its size",
            CropBox: "the part that is shown",
            Pages: "the list of pages",
            OpenAction: "what happens on opening",
            FT: "its kind"
          }.freeze

          attr_reader :faults

          # +before+, +after+: State values, +after+ with one revision more; +rules+: Permissions of the signatures that
          # +before+ carries;
          # +proof+: does the new revision end with a document time-stamp, which is allowed whatever else is not?
          def initialize(before, after, rules:, proof: false)
            @mentions = before.mentions
            @before = before.doc
            @after = after.doc
            @rules = rules
            @proof = proof
            @shape = before.shape
            @faults = []
            @seen = Hash.new(0)
            judge
          end

          # What was done, in words, one a line; a reader who is not a specialist should understand it.
          def sentences
            filled = @seen[:filled].positive? ? ["#{counted(@seen[:filled], "field")} filled in"] : []
            signed = @seen[:signed].positive? ? ["#{counted(@seen[:signed], "signature")} added"] : []
            proofs = @seen[:proofs].positive? ? ["certificates and revocation answers added"] : []
            (filled + signed + proofs + @faults.map(&:message)).then do |all|
              all.empty? ? ["no change to any page"] : all
            end
          end

          # Did this update bring nothing but proofs for later checking?
          def only_proofs? = @faults.empty? && @seen[:filled].zero? && @seen[:signed].zero?

          private

          def judge
            return fault(:revisions_rearranged, "revisions") unless one_more_revision?
            return fault(:catalog_changed, "catalogue: another one took its place") unless same_root?

            known, added = @after.revisions.current.each.partition { |object| @before.revisions.object?(object.oid) }
            known.each { |object| changed(object) }
            @mentions.awaited(added.map(&:oid) - own_streams).each { |oid| fault(:shown_later, "object #{oid}") }
            fault(:not_permitted, "revision") if @rules.closed? && !@proof && !only_proofs?
          end

          def same_root?
            was(@before.trailer.value[:Root]) == now(@after.trailer.value[:Root]) &&
              !@after.trailer.value.key?(:Encrypt)
          end

          # The update's own cross-references, which nothing shows.
          def own_streams
            @after.revisions.current.each.select do |object|
              object.value.is_a?(Hash) && %i[XRef ObjStm].include?(object.value[:Type])
            end.map(&:oid)
          end

          # The new revision must build on the old one's cross-references, or it could show older or other objects.
          def one_more_revision?
            @after.revisions.count == @before.revisions.count + 1 &&
              @after.revisions.current.trailer[:Prev] == @before.revisions.parser.startxref_offset
          end

          def changed(object)
            old = @before.object(object.oid)
            return if old.nil? || same?(old, object)

            kind, words = @shape.role(object.oid)
            return fault(:object_changed, words) unless old.value.instance_of?(object.value.class)

            send(:"judge_#{kind}", old, object, words)
          end

          def judge_catalog(old, new, words)
            @seen[:proofs] += 1 if new.value.key?(:DSS) && different(old, new).include?(:DSS)
            strange(old, new, CATALOG_KEYS, :catalog_changed, words)
            if direct_form?(old) && direct_form?(new)
              judge_form(
                @before.catalog[:AcroForm],
                @after.catalog[:AcroForm],
                "form"
              )
            else
              kept_reference(old, new, :AcroForm, :form_changed)
            end
            kept_reference(old, new, :Perms, :catalog_changed)
          end

          def direct_form?(catalog)
            catalog.value[:AcroForm].then do |form|
              form.is_a?(Hash) || (form.is_a?(HexaPDF::Object) && !form.indirect?)
            end
          end

          def judge_form(old, new, words)
            strange(old, new, FORM_KEYS, :form_changed, words)
            added = grown(old, new, :Fields)
            return fault(:form_changed, words) unless added

            fault(:form_changed, "a field that is no signature") unless added.all? { |field| field[:FT] == :Sig }
          end

          def judge_field(old, new, words)
            return fault(:locked_field_changed, words) if @rules.locked?(words)
            return fault(:signature_replaced, words) if old[:FT] == :Sig && old.value.key?(:V)

            strange(old, new, FIELD_KEYS, :field_changed, words)
            @seen[:filled] += 1
            @seen[:signed] += 1 if new[:FT] == :Sig && new.value.key?(:V)
          end

          def judge_page(old, new, words)
            strange(old, new, %i[Annots], :page_changed, words)
            judge_added_widgets(grown(old, new, :Annots), words)
          end

          def judge_annotations(old, new, words)
            judge_added_widgets(added_to(old.value, new.value), words)
          end

          def judge_added_widgets(added, words)
            return fault(:page_changed, "#{words}: annotations taken away") unless added

            added.each do |annotation|
              unless annotation[:Subtype] == :Widget && annotation[:FT] == :Sig
                next fault(
                  :page_changed,
                  "#{words}: something laid over it"
                )
              end

              @seen[:signed] += 1
              fault(:laid_over, "#{words}: the field of a signature") if @rules.certified? && covers?(annotation)
            end
          end

          # A field for a signature that nobody foresaw can hide what lies under it.
          def covers?(widget) = widget[:Rect].then { |rect| rect&.width&.positive? && rect.height.positive? }

          # How a field looks may change with what is filled in; what a page uses elsewhere may not.
          def judge_look(old, _new, words)
            return fault(:locked_field_changed, words) if @rules.locked?(words)

            fault(:object_changed, words) if @mentions.elsewhere?(old.oid, @shape.numbers(:field))
          end

          def judge_signature(_old, _new, words) = fault(:signature_replaced, words)
          def judge_content(_old, _new, words) = fault(:object_changed, words)
          def judge_proofs(old, *) = in_use?(old) ? fault(:object_changed, "object #{old.oid}") : @seen[:proofs] += 1
          def judge_information(old, *) = in_use?(old) && fault(:object_changed, "object #{old.oid}")

          # What is no part of a page may change, unless a page uses it as well.
          def in_use?(old) = @mentions.elsewhere?(old.oid, [0, *@shape.bookkeeping], keys: BOOKKEEPING_KEYS)

          def strange(old, new, allowed, code, words)
            keys = different(old, new) - allowed
            fault(code, "#{words}: #{keys.map { |key| KEY_WORDS.fetch(key, key) }.join(", ")}") unless keys.empty?
          end

          def kept_reference(old, new, key, code)
            fault(code, key.to_s) if old.value.key?(key) && was(old.value[key]) != now(new.value[key])
          end

          def different(old, new)
            return [:Type] unless old.value.is_a?(Hash) && new.value.is_a?(Hash)

            (old.value.keys | new.value.keys).reject { |key| was(old.value[key]) == now(new.value[key]) }
          end

          # The objects that +key+ lists anew, nil where something that was listed is missing or moved.
          def grown(old, new, key) = added_to(list(@before, old, key), list(@after, new, key))

          def list(doc, object, key)
            doc.deref(object.value[key]).then do |value|
              value.respond_to?(:to_ary) ? value.to_ary : Array(value&.value)
            end
          end

          def added_to(old, new)
            return nil unless now(new.first(old.size)) == was(old)

            new.drop(old.size).map { |item| @after.deref(item) }
          end

          def same?(old, new) = was(old.value) == now(new.value) && stream(old) == stream(new)

          def stream(object)
            object.data.stream.then { |data| data && object.respond_to?(:raw_stream) ? bytes_of(object) : nil }
          end

          def bytes_of(stream)
            raw = stream.raw_stream
            raw.is_a?(String) ? raw : HexaPDF::Filter.string_from_source(raw.fiber)
          end

          # A value in a form that can be compared between two states of a document: as it was before, and as it is now.
          def was(value) = normal(value, @before)
          def now(value) = normal(value, @after)

          def normal(value, doc)
            case value
            when HexaPDF::Reference then reference(value, doc)
            when HexaPDF::Object then value.indirect? ? reference(value, doc) : normal(value.value, doc)
            when Hash then value.map { |key, item| [key.to_s, normal(item, doc)] }.sort_by(&:first)
            when Array then value.map { |item| normal(item, doc) }
            else value
            end
          end

          # ISO 32000-2, 7.3.10: a reference to what is not there is null.
          def reference(value, doc)
            [:reference, value.oid, value.gen].then { |found| there?(doc, value.oid) ? found : nil }
          end

          def there?(doc, oid)
            revision = doc.revisions.reverse_each.find { |one| one.object?(oid) } or return false
            !revision.xref(oid)&.free?
          end

          def fault(code, what)
            @faults << Finding.new(code: code, where: what.split(":").first, facts: { what: what })
          end

          def counted(number, noun) = "#{number} #{noun}#{"s" unless number == 1}"
        end
      end
    end
  end
end
