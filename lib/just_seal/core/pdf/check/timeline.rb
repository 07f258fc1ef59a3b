# frozen_string_literal: true

module JustSeal
  module Core
    module Pdf
      class Check
        # The states that a file went through, as views of one reading of it. Only a file whose updates are clear, each
        # on top of the one before, has one: of any other, each state is read by itself.
        class Timeline
          # What a State needs to know of the Timeline that it belongs to: how many updates are there, the State before
          # the last of them, and that Syntax::Update.
          View = Value.of(:timeline, :count, :before, :update)

          attr_reader :bytes, :beneath

          # +last+: State of the whole file; +first+: where its first update begins; +updates+: Syntax::Update values
          # that account for all above. Returns nil where states have to be read by themselves.
          def self.of(last, first, updates)
            base = State.new(last.bytes.byteslice(0, first))
            timeline = new(last, base, updates)
            timeline if timeline.clear?
          end

          def initialize(last, base, updates)
            @bytes = last.bytes
            @last = last
            @first = base
            @updates = updates
            @beneath = base.doc.revisions.count
            @states = { 0 => base }
          end

          # The bytes beneath the first update.
          def base = @first.bytes

          def clear?
            return false if @last.guessed? || @first.guessed?

            starts = [@first.doc.revisions.parser.startxref_offset, *@updates.map(&:start)]
            @last.doc.revisions.count == @beneath + @updates.size &&
              @updates.each_with_index.all? { |update, index| update.trailer[:Prev] == starts[index] }
          end

          def guessed? = @states.each_value.any?(&:guessed?)

          # The State after +count+ updates.
          def state(count)
            @states[count] ||= begin
              update = @updates[count - 1]
              view = View.new(timeline: self, count: count, before: state(count - 1), update: update)
              State.new(count == @updates.size ? bytes : bytes.byteslice(0, update.last), view: view)
            end
          end

          # Where +length+ bytes end as a number of updates.
          def count_at(length) = @updates.index { |update| update.last == length }&.succ || 0

          def sections(count) = @last.sections.first(@beneath + count)

          # The newest trailer after +count+ updates; those below are asked nothing.
          def trailer(count) = @last.trailer(@beneath + count - 1)

          def mentions = @mentions ||= Mentions.new(bytes, @last.doc)

          # Was object +oid+ there after +count+ updates, and not free?
          def there?(oid, count)
            found = presence.fetch(oid, nil) or return false
            place = found.rindex { |index, _| index < @beneath + count }
            place ? found[place].last : false
          end

          private

          # {object number => [[index of a revision, is it in use there?], ...]}
          def presence
            @presence ||= Hash.new { |all, oid| all[oid] = [] }.tap do |all|
              @last.sections.each_with_index do |section, index|
                section.each { |oid, _, entry| all[oid] << [index, !entry.free?] }
              end
              all.default = nil
            end
          end
        end
      end
    end
  end
end
