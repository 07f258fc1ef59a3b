# frozen_string_literal: true

module JustSeal
  module Core
    module Filing
      # A type of particular. Each is a class of its own under types/, which declares what it is and says how its values
      # are read and shown; Types lists them all. Its name stands in the locale files under particular_types. An item is
      # one of a class definition (see Particulars).
      class ParticularType
        class << self
          # The name under which class definitions keep their types.
          def id(name = nil) = name ? @id = name.to_s.freeze : @id

          # What formulas and conditions take its values for: :text, :number, :date or :yes_no.
          def formal(kind = nil) = kind ? @formal = kind : @formal || :text

          # How forms ask for it (:line, :choice or :choices, with attributes of the input), and how lists of records
          # are narrowed by it (:text, :range, :choice or :never).
          def control(name = nil, **attributes)
            name ? @control = { name: name, **attributes }.freeze : @control || { name: :line }
          end

          def filter(kind = nil) = kind ? @filter = kind : @filter || :text
        end

        def id = self.class.id
        def formal = self.class.formal
        def control = self.class.control
        def filter = self.class.filter
        def number? = formal == :number
        # Does it choose among the options of its item?
        def options? = false
        # Is its value of the contacts?
        def contact? = false

        # [Problem or nil, value fit to keep or nil] of +texts+, which are not empty; +contacts+: callable that finds a
        # contact by a line of text.
        def read(_item, texts, _contacts) = [nil, texts.first]

        # A kept value as people read it. +notation+: answers day, moment, number, money, measure and yes_no (see
        # Words::Notation).
        def shown(_item, value, _notation) = Particulars.text(value)

        private

        def problem(reason, item, **facts) = [Problem.new(reason, label: item.fetch("label"), **facts)]
      end
    end
  end
end
