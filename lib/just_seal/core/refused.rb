# frozen_string_literal: true

module JustSeal
  module Core
    # A rule of the core says no. +reason+ is a literal symbol, +facts+ are its values; pages give them their wording.
    class Refused < JustSeal::Error
      attr_reader :reason, :facts

      def initialize(reason, **facts)
        @reason = reason
        @facts = facts
        super([reason.to_s.tr("_", " "), *facts.map { |name, value| "#{name}: #{value}" }].join(", "))
      end
    end
  end
end
