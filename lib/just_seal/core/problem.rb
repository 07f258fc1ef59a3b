# frozen_string_literal: true

require "json"

module JustSeal
  module Core
    # What is wrong with something that was given: +reason+ is a literal symbol, +facts+ are its values, {name => text,
    # number, list, or another Problem}. Pages give it its words. A problem without facts is its symbol alone.
    class Problem
      MAX_KEPT = 500

      # +error+ (any StandardError) as text that can be kept; .read gives it back.
      def self.kept(error)
        error = error.problems.values.first if error.respond_to?(:problems)
        return JSON.generate("reason" => error.to_s) if error.is_a?(Symbol)
        return JSON.generate(error.to_kept) if error.is_a?(Problem)
        return new(error.reason, **error.facts).then { |problem| kept(problem) } if reasoned?(error)

        kept(new(:unexpected, cause: cause(error)))
      end

      # +error+ as one line for a log. What an error of Ruby says of its receiver shows all that the object holds, keys
      # and cookies too: of that there is only its class.
      def self.cause(error)
        said = error.message.lines.first.to_s.strip.sub(/#<([\w:]+).*/m, '#<\1>')
        said = "#{error.name} of #{error.receiver.class}" if error.is_a?(NameError) && receiver?(error)
        "#{error.class}: #{said[0, MAX_KEPT]}"
      end

      def self.receiver?(error)
        error.receiver
        true
      rescue ArgumentError
        false
      end

      # What .kept made; text that is nothing of the kind, as it was kept before, stays as it is.
      def self.read(text)
        told = JSON.parse(text)
        return text unless told.is_a?(Hash) && told.key?("reason")

        of_kept(told)
      rescue JSON::ParserError
        text
      end

      def self.of_kept(told)
        facts = told.fetch("facts", {}).transform_values { |value| kept?(value) ? of_kept(value) : value }
        new(told.fetch("reason").to_sym, **facts.transform_keys(&:to_sym))
      end

      def self.kept?(value) = value.is_a?(Hash) && value.keys.sort == %w[facts reason]

      # +value+ as plain data: symbols and problems are {"reason", "facts"}; .from_plain gives them back.
      def self.plain(value)
        case value
        when Symbol then { "reason" => value.to_s }
        when Problem then { "reason" => value.reason.to_s, "facts" => plain(value.facts) }
        when Hash then value.to_h { |name, one| [name.to_s, plain(one)] }
        when Array then value.map { |one| plain(one) }
        else value.respond_to?(:to_kept) ? value.to_kept : value
        end
      end

      def self.reasoned?(error) = error.respond_to?(:reason) && error.reason.is_a?(Symbol)
      private_class_method :reasoned?, :receiver?, :of_kept, :kept?

      attr_reader :reason, :facts

      def initialize(reason, **facts)
        @reason = reason
        @facts = facts.freeze
        freeze
      end

      def ==(other) = other.is_a?(Problem) && [reason, facts] == [other.reason, other.facts]
      alias eql? ==
      def hash = [reason, facts].hash

      # As plain data, with the problems among its facts; a symbol there is its text.
      def to_kept
        facts = @facts.transform_values do |value|
          next value.to_kept if value.is_a?(Problem)

          value.is_a?(Symbol) ? value.to_s : value
        end
        { "reason" => reason.to_s, "facts" => facts }
      end

      # For a log, never for a page.
      def to_s = [reason.to_s.tr("_", " "), *facts.map { |name, value| "#{name}: #{value}" }].join(", ")
    end
  end
end
