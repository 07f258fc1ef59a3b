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
          FORM_KEYS = %i[Fields SigFlags DR].freeze
          FIELD_KEYS = %i[V AP M AS].freeze
          # What a field gets only when it is signed: files that belong to the signature, which show on no page (14.13).
          SIGNED_KEYS = [*FIELD_KEYS, :AF].freeze
          BOOKKEEPING_KEYS = %w[Info Metadata DSS VRI].freeze

          attr_reader :faults

          # +before+, +after+: State values, +after+ with one revision more; +rules+: Permissions of the signatures that
          # +before+ carries;
          # +proof+: does the new revision end with a document time-stamp, which is allowed whatever else is not?
          # +own+: names of the fields that whoever made the revision may fill in; nil where nothing says so.
          def initialize(before, after, rules:, proof: false, own: nil)
            @states = [before, after]
            @mentions = before.mentions
            @before = before.doc
            @after = after.doc
            @comparison = Comparison.new(before, after)
            @document = DocumentChanges.new(@comparison)
            @rules = rules
            @proof = proof
            @own = own
            @shape = before.shape
            @faults = []
            @seen = Hash.new(0)
            judge
          end

          # What was done: [Symbol, Problem or Finding, ...].
          def summary
            done = [
              (Problem.new(:fields_filled, count: @seen[:filled]) if @seen[:filled].positive?),
              (Problem.new(:signatures_added, count: @seen[:signed]) if @seen[:signed].positive?),
              (:proofs_added if @seen[:proofs].positive?),
              *@faults
            ].compact
            done.empty? ? [:nothing_changed] : done
          end

          # Did this update bring nothing but proofs for later checking?
          def only_proofs? = @faults.empty? && @seen[:filled].zero? && @seen[:signed].zero?

          private

          def judge
            return fault(:revisions_rearranged, :revisions) unless @states.last.follows?(@states.first)
            return fault(:catalog_changed, :catalogue, :replaced) unless same_root?

            known, added = @after.revisions.current.each.partition { |object| @before.revisions.object?(object.oid) }
            known.each { |object| changed(object) }
            shown_later(added)
            judge_document
            fault(:not_permitted, :revision) if @rules.closed? && !@proof && !only_proofs?
          end

          def judge_document
            fault(:proofs_removed, :proofs) unless @document.proofs_kept?
            changed = @rules.certified? ? @document.information : []
            fault(:information_changed, :information, entries(changed)) if changed.any?
          end

          def was(value) = @comparison.was(value)
          def now(value) = @comparison.now(value)

          # What was referred to before it was there comes to light by being added.
          def shown_later(added)
            @mentions.awaited(added.map(&:oid) - own_streams).each { |oid| fault(:shown_later, object(oid)) }
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

          def changed(object)
            old = @before.object(object.oid)
            return if old.nil? || @comparison.same?(old, object)

            kind, place = @shape.role(object.oid)
            return fault(:object_changed, place) unless old.value.instance_of?(object.value.class)

            send(:"judge_#{kind}", old, object, place)
          end

          def judge_catalog(old, new, place)
            @seen[:proofs] += 1 if new.value.key?(:DSS) && different(old, new).include?(:DSS)
            strange(old, new, CATALOG_KEYS, :catalog_changed, place)
            if direct_form?(old) && direct_form?(new)
              judge_form(
                @before.catalog[:AcroForm],
                @after.catalog[:AcroForm],
                :form
              )
            else
              kept_reference(old, new, :AcroForm, :form_changed)
            end
            kept_reference(old, new, :Perms, :catalog_changed)
            @document.catalogue.then { |keys| fault(:catalog_changed, place, entries(keys)) if keys.any? }
          end

          def direct_form?(catalog)
            catalog.value[:AcroForm].then do |form|
              form.is_a?(Hash) || (form.is_a?(HexaPDF::Object) && !form.indirect?)
            end
          end

          def judge_form(old, new, place)
            strange(old, new, FORM_KEYS, :form_changed, place)
            @document.form(old.value, new.value).then do |keys|
              fault(:form_changed, place, entries(keys)) if keys.any?
            end
            added = grown(old, new, :Fields)
            return fault(:form_changed, place) unless added

            fault(:form_changed, :form, :no_signature_field) unless added.all? { |field| field[:FT] == :Sig }
          end

          def own?(place) = @own.nil? || @own.include?(place)

          def judge_field(old, new, place)
            return fault(:locked_field_changed, place) if @rules.locked?(place)
            return fault(:signature_replaced, place) if old[:FT] == :Sig && old.value.key?(:V)
            return fault(:field_of_another, place) unless own?(place)

            signed = new[:FT] == :Sig && new.value.key?(:V)
            strange(old, new, signed ? SIGNED_KEYS : FIELD_KEYS, :field_changed, place)
            @seen[:filled] += 1
            @seen[:signed] += 1 if signed
          end

          def judge_page(old, new, place)
            strange(old, new, %i[Annots], :page_changed, place)
            judge_added_widgets(grown(old, new, :Annots), place)
          end

          def judge_annotations(old, new, place)
            judge_added_widgets(added_to(old.value, new.value), place)
          end

          def judge_added_widgets(added, place)
            return fault(:page_changed, place, :annotations_removed) unless added

            added.each do |annotation|
              next fault(:page_changed, place, :laid_over_it) unless signature_widget?(annotation)

              @seen[:signed] += 1
              fault(:laid_over, place, :signature_field) if @rules.certified? && covers?(annotation)
            end
          end

          def signature_widget?(annotation) = annotation[:Subtype] == :Widget && annotation[:FT] == :Sig

          # A field for a signature that nobody foresaw can hide what lies under it.
          def covers?(widget) = widget[:Rect].then { |rect| rect&.width&.positive? && rect.height.positive? }

          # How a field looks may change with what is filled in; what a page uses elsewhere may not.
          def judge_look(old, _new, place)
            return fault(:locked_field_changed, place) if @rules.locked?(place)
            return fault(:field_of_another, place) unless own?(place)

            fault(:object_changed, place) if @mentions.elsewhere?(old.oid, @shape.numbers(:field))
          end

          def judge_signature(_old, _new, place) = fault(:signature_replaced, place)
          def judge_content(_old, _new, place) = fault(:object_changed, place)
          def judge_proofs(old, *) = in_use?(old) ? fault(:object_changed, object(old.oid)) : @seen[:proofs] += 1
          def judge_information(old, *) = in_use?(old) && fault(:object_changed, object(old.oid))

          # What is no part of a page may change, unless a page uses it as well.
          def in_use?(old) = @mentions.elsewhere?(old.oid, [0, *@shape.bookkeeping], keys: BOOKKEEPING_KEYS)

          def strange(old, new, allowed, code, place)
            keys = different(old, new) - allowed
            fault(code, place, entries(keys)) unless keys.empty?
          end

          def entries(keys) = Problem.new(:entries, keys: keys.map(&:to_s))

          def kept_reference(old, new, key, code)
            return unless old.value.key?(key) && was(old.value[key]) != now(new.value[key])

            fault(code, entries([key]))
          end

          def different(old, new)
            return [:Type] unless old.value.is_a?(Hash) && new.value.is_a?(Hash)

            @comparison.changed_keys(old.value, new.value)
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

          def object(oid) = Problem.new(:object, number: oid)

          # +place+: Symbol, Problem or the name of a field; +detail+: Symbol or Problem.
          def fault(code, place, detail = nil)
            what = detail ? Problem.new(:detail, place: place, detail: detail) : place
            @faults << Finding.new(code: code, where: place, facts: { what: what })
          end
        end
      end
    end
  end
end
