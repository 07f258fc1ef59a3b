# frozen_string_literal: true

module JustSeal
  # The root of all that Just Seal raises on purpose. +reason+ is a literal symbol, +facts+ are its values: locale files
  # hold what is said of it. Its message is for a log.
  class Error < StandardError
    attr_reader :reason, :facts

    def initialize(reason = nil, **facts)
      @reason = reason
      @facts = facts
      super(reason.is_a?(String) ? reason : logged)
    end

    private

    def logged = [reason.to_s.tr("_", " "), *facts.map { |name, value| "#{name}: #{value}" }].join(", ")
  end
end
