# frozen_string_literal: true

module JustSeal
  # A subclass of Error exists only where a caller acts differently.
  module Errors
    # The person may not do this. Shown as 403.
    class Forbidden < Error; end

    # There is no such thing, or no longer. Shown as 404.
    class Missing < Error; end

    # Somebody or something was faster; look again, then repeat. Shown as 409.
    class Conflict < Error; end

    # An outside service is away or answered with something unusable; jobs try again.
    class Unavailable < Error; end

    # An outside service says that it will never take this; trying again is of no use.
    class Undeliverable < Error; end

    # The database has another form than this program: it neither serves nor works until one of them is changed.
    class Outdated < Unavailable; end

    # Kept bytes are not the bytes that were kept. They are reported and never served.
    class Damaged < Error; end

    # Settings are missing or malformed: nothing starts with them. +problems+: [Core::Problem, ...], one a setting.
    class Misconfigured < Error
      attr_reader :problems

      def initialize(problems)
        @problems = problems
        super(:misconfigured, problems: problems.map(&:to_s))
      end
    end

    # What a person entered can't be taken. +problems+: {field name => Symbol or Core::Problem}.
    class Invalid < Error
      attr_reader :problems

      def initialize(problems)
        @problems = problems
        super(:invalid, **problems.to_h { |name, problem| [name.to_s.to_sym, problem.to_s] })
      end
    end
  end
end
