# frozen_string_literal: true

require "date"

module JustSeal
  module Web
    # What is said of records that were to be looked at again.
    class ReviewForm
      NAMES = %w[outcome keep_until because].freeze
      MAX = 600

      attr_reader :typed, :numbers

      # +numbers+: of the records.
      def initialize(params, numbers:)
        @typed = NAMES.to_h { |name| [name, params[name].to_s.scrub("").strip[0, MAX].gsub("\r\n", "\n")] }
        @numbers = numbers
        @seen = params["seen"].to_s[/\A\d{1,18}\z/]&.to_i
      end

      # As of Operations::ReviewRecords. Raises Errors::Invalid for what is no day.
      def said
        said = typed.slice("outcome", "because").transform_keys(&:to_sym)
        { numbers: numbers, keep_until: day(typed["keep_until"]), seen: @seen, **said }
      end

      private

      def day(text)
        Date.strptime(text, "%Y-%m-%d") unless text.empty?
      rescue Date::Error
        raise Errors::Invalid, { "keep_until" => :no_such_day }
      end
    end
  end
end
