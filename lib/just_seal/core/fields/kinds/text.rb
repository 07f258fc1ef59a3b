# frozen_string_literal: true

module JustSeal
  module Core
    module Fields
      module Kinds
        # One line that the party types, by a mask or a pattern where it has one.
        class Text < Kind
          id :text
          size(**LINE)
          filled_by :party
          type :text
          settings :mask, :mask_form, :pattern, :default

          def read(spot, given, options: nil)
            typed = given.to_s.strip
            return super if typed.empty? || Masks.of(spot).nil?

            fitting = Masks.fit(spot, typed)
            fitting ? super(spot, fitting, options: options) : [unfitting(spot), nil]
          end

          private

          def unfitting(spot) = Problem.new(:mask_unfit, field: spot.title, example: Masks.example(spot))
        end
      end
    end
  end
end
