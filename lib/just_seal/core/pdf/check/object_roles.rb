# frozen_string_literal: true

module JustSeal
  module Core
    module Pdf
      class Check
        # Names what each object of a document is for, so that a change can be told and judged.
        class ObjectRoles
          # Of the topmost fields: {object number => {object number => role} of all that belongs to it}.
          attr_reader :trees

          # +doc+: HexaPDF document in one of its states; +before+: ObjectRoles of the state before, of which the update
          # +changed+ objects (numbers); nil where nothing is known.
          def initialize(doc, before: nil, changed: [])
            @doc = doc
            @before = before
            @changed = changed
            @roles = {}
            @trees = {}
            structure
            fields if @doc.catalog.key?(:AcroForm)
          end

          # [kind, place] of object number +oid+: kind is :catalog, :form, :field, :page, :annotations, :proofs,
          # :signature,
          # :information, :look (of a field) or :content.
          def role(oid) = @roles[oid] || page(oid) || pages[oid] || [:content, Problem.new(:object, number: oid)]

          # The number of the object of the field +name+, nil without one.
          def field_number(name) = @roles.key([:field, name])

          # The numbers of the objects of +kinds+.
          def numbers(*kinds) = @roles.filter_map { |oid, (kind, _)| oid if kinds.include?(kind) }

          # Numbers of the objects that refer to what shows on no page: the catalogue and the proofs for later checking.
          def bookkeeping = numbers(:catalog, :proofs)

          private

          # A page that lies right under the root of the page tree, as most do, is found without reading the others.
          def page(oid)
            tree = @doc.catalog[:Pages]
            return unless tree.respond_to?(:value) && tree.value.is_a?(Hash)

            kids = @doc.deref(tree.value[:Kids])
            kids = kids.value if kids.respond_to?(:value)
            return unless kids.is_a?(Array) && kids.size == tree[:Count] && !@pages

            place = kids.index { |kid| kid.respond_to?(:oid) && kid.oid == oid }
            [:page, Problem.new(:page, number: place + 1)] if place
          end

          # The pages' parts, and how fields look, are named when something else was changed than the form: there may be
          # hundreds.
          def pages
            @pages ||= begin
              @doc.pages.each.with_index(1) { |page, number| page_parts(page, number) }
              looks if @doc.catalog.key?(:AcroForm)
              @roles
            end
          end

          def looks
            @doc.acro_form.each_field do |field|
              field.each_widget do |widget|
                states(@doc.deref(widget.value[:AP])).each do |look|
                  name(look, :look, field.full_field_name)
                end
              end
            end
          end

          # The appearance streams in an appearance dictionary (ISO 32000-2, 12.5.5), one for each state where there are
          # several.
          def states(look)
            value = look.respond_to?(:value) ? look.value : look
            return [] unless value.is_a?(Hash)

            value.values_at(:N, :R, :D).compact.map { |one| @doc.deref(one) }.flat_map do |one|
              if one.is_a?(HexaPDF::Stream)
                [one]
              else
                (one.respond_to?(:value) ? one.value : one).values.map { |state| @doc.deref(state) }
              end
            end
          end

          def name(object, kind, words)
            @roles[object.oid] ||= [kind, words] if object.respond_to?(:oid) && object.oid.to_i.positive?
          end

          def structure
            catalog = @doc.catalog
            name(catalog, :catalog, :catalogue)
            name(catalog[:AcroForm], :form, :form)
            name(@doc.trailer.value[:Info].then { |info| @doc.deref(info) }, :information, :information)
            name(catalog[:Metadata], :information, :information)
            proofs(catalog[:DSS]) if catalog[:DSS]
          end

          def proofs(dss)
            name(dss, :proofs, :proofs)
            name(dss[:VRI], :proofs, :proofs)
            %i[Certs OCSPs CRLs].each do |key|
              name(
                dss.value[key].then do |list|
                  @doc.deref(list)
                end,
                :proofs,
                :proofs
              )
            end
          end

          def page_parts(page, number)
            name(page, :page, Problem.new(:page, number: number))
            name(@doc.deref(page.value[:Annots]), :annotations, Problem.new(:page, number: number))
            Array(@doc.deref(page.value[:Contents]).then { |part| part.respond_to?(:to_ary) ? part.to_ary : part })
              .each { |part| name(@doc.deref(part), :content, Problem.new(:page_content, number: number)) }
          end

          # A field that nothing was changed of is what it was.
          def fields
            listed = @doc.deref(@doc.catalog[:AcroForm].value[:Fields])
            (listed.respond_to?(:value) ? listed.value : listed).to_a.each do |one|
              number = one.oid if one.respond_to?(:oid) && one.oid.positive?
              tree = unchanged(number) || tree(one)
              @trees[number] = tree if number
              tree.each { |oid, role| @roles[oid] ||= role }
            end
          end

          def unchanged(number)
            known = @before&.trees&.[](number)
            known unless known.nil? || @changed.any? { |oid| known.key?(oid) }
          end

          # {object number => role} of a field and all beneath it.
          def tree(field)
            own = {}
            within(field) do |object, kind, words|
              own[object.oid] ||= [kind, words] if object.respond_to?(:oid) && object.oid.to_i.positive?
            end
            own
          end

          def within(one, &block)
            return if one.nil?

            field = HexaPDF::Type::AcroForm::Field.wrap(@doc, @doc.deref(one))
            yield field, :field, field.full_field_name
            yield field.value[:V], :signature, field.full_field_name if field.field_type == :Sig && field.value[:V]
            return field[:Kids].to_a.each { |kid| within(kid, &block) } unless field.terminal_field?

            field.each_widget { |widget| yield widget, :field, field.full_field_name }
          end
        end
      end
    end
  end
end
