# frozen_string_literal: true

module JustSeal
  module Core
    module Filing
      # All types of particulars, in the order in which they are offered. Whoever adds one writes its class, names it
      # here, and gives it its words.
      module Types
        CLASSES = [Text, Number, Money, Date, DateAndTime, YesNo, Choice, Choices, List, Contact].freeze
        # {id => ParticularType}
        ALL = CLASSES.to_h { |type| [type.id, type.new] }.freeze

        module_function

        # The type of +item+, one of a class definition.
        def of(item) = ALL.fetch(item.fetch("type"))
      end
    end
  end
end
