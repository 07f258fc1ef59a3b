# frozen_string_literal: true

module JustSeal
  module Core
    module Pdf
      class Check
        # Takes a file apart into its revisions and judges each from the certification on.
        class Strata
          REVISION_END = /startxref\s+\d+\s+%%EOF(\r\n|\r|\n)?/n

          attr_reader :layers

          # Where revisions end, by their end marks.
          def self.marks(bytes) = [].tap { |found| bytes.b.scan(REVISION_END) { found << Regexp.last_match.end(0) } }

          # What keeps some byte of an update from being accounted for: Syntax::Unclear or nil.
          attr_reader :unclear

          # +last+: State of the whole file; +signatures+: OneSignature values sorted by covers_bytes.
          def initialize(last, signatures)
            @bytes = last.bytes
            @states = { @bytes.bytesize => last }
            @signatures = signatures
            @layers = build
          end

          def guessed? = @states.each_value.any?(&:guessed?) || @timeline&.guessed?

          # Bytes after the last end mark.
          def loose_bytes = @bytes.bytesize - ends.last.to_i

          private

          # Where revisions end. What lies beneath the first signature is one layer: nobody vouches for its parts. Where
          # not every byte is accounted for, end marks say what somebody may take for a revision.
          def ends
            @ends ||= begin
              first = @signatures.map(&:covers_bytes).reject(&:zero?).min
              first ? [first, *updates(first)] : self.class.marks(@bytes).last(1)
            end
          end

          def updates(first)
            read = Syntax::Updates.new(@bytes, from: first)
            clear = read.found.map(&:last)
            @unclear = read.unclear
            unless @unclear
              @timeline = Timeline.of(@states[@bytes.bytesize], first, read.found)
              return clear
            end

            clear + self.class.marks(@bytes).select { |mark| mark > (clear.last || first) }
          end

          def build
            start = 0
            ends.map { |last| layer(start, last).tap { start = last } }
          end

          def layer(first, last)
            signature = @signatures.find { |one| one.covers_bytes == last }
            changes = first.zero? ? nil : changes(first, last, signature)
            Layer.new(
              first: first,
              last: last,
              kind: kind(signature, changes),
              by: by(signature, changes),
              signature: signature,
              changes: changes ? changes.summary : bottom(last),
              faults: changes ? changes.faults : []
            )
          end

          def changes(first, last, signature)
            rules = Permissions.new(@signatures.select { |one| one.covers_bytes <= first })
            Changes.new(
              state(first),
              state(last),
              proof: signature&.archive?,
              rules: rules,
              own: (own_fields(state(first), signature) if rules.certified?)
            )
          end

          # What a certified document foresees for whoever signs in this field (ISO 32000-2, 12.7.5.5): the field itself
          # and those that it will lock. Where nobody signs, nobody fills in.
          def own_fields(before, signature)
            return [] unless signature

            number = before.shape.field_number(signature.field)
            field = number && before.doc.object(number)
            lock = field && before.doc.deref(field[:Lock])
            [signature.field, *(lock && lock[:Action] == :Include ? lock[:Fields].to_a : [])]
          end

          def state(length)
            return @timeline.state(@timeline.count_at(length)) if @timeline

            @states[length] ||= State.new(@bytes.byteslice(0, length))
          end

          def bottom(last)
            doc = state(last).doc
            pages = doc.pages.count
            fields = doc.catalog.key?(:AcroForm) ? doc.acro_form.each_field.count { |field| visible?(field) } : 0
            [Problem.new(:pages, count: pages), Problem.new(:fields, count: fields)]
          end

          def visible?(field) = field.each_widget.any? { |widget| widget[:Rect].width.positive? }

          def kind(signature, changes)
            if signature
              return (if signature.archive?
                        :archive
                      else
                        (signature.certification? ? :certification : :act)
                      end)
            end
            return :original unless changes

            changes.only_proofs? ? :proofs : :foreign
          end

          def by(signature, changes)
            return signature.signer if signature
            return :unknown unless changes

            changes.only_proofs? ? :proofs : :nobody_known
          end
        end
      end
    end
  end
end
