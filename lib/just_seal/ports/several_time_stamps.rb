# frozen_string_literal: true

module JustSeal
  module Ports
    # Several time-stamp authorities: the first that answers is taken.
    class SeveralTimeStamps
      # +all+: HttpTimeStamps, in the order in which they are asked.
      def initialize(all)
        @all = all
      end

      def imprint = @all.first.imprint

      # As of HttpTimeStamps. Raises what the last one raised when none answers.
      def call(digest)
        @all.each_with_index do |one, index|
          return one.call(digest)
        rescue Errors::Unavailable
          raise if index == @all.size - 1
        end
      end

      # The same ones, beginning with another for each +number+.
      def turn(number) = self.class.new(@all.rotate(number))
    end
  end
end
