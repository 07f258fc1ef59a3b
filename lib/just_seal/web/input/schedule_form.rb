# frozen_string_literal: true

module JustSeal
  module Web
    # What the form of a retention schedule says.
    class ScheduleForm
      NAMES = %w[action start count unit year_end authority basis starts version].freeze
      BLANK = { "action" => "destroy", "start" => "sealed", "count" => "10", "unit" => "years" }.freeze
      MAX = 400

      attr_reader :typed

      # +version+: the newest Store::RetentionVersion, from which another is begun; nil for none. +day+: its first Date.
      def self.from(version, day)
        said = version ? kept(version.definition.to_h) : BLANK
        new(said.merge("starts" => day.iso8601, "version" => version ? version.version.to_s : "0"))
      end

      def self.kept(definition)
        start = definition["start"] == "date" ? "date:#{definition["particular"]}" : definition["start"]
        said = definition.slice("action", "unit", "authority", "basis")
        year_end = definition["year_end"] ? "1" : ""
        count = definition["count"].to_s
        BLANK.merge(said).merge("start" => start || "sealed", "count" => count, "year_end" => year_end)
      end
      private_class_method :kept

      def self.read(params) = new(NAMES.to_h { |name| [name, params[name].to_s.strip[0, MAX]] })

      def initialize(typed)
        @typed = typed
      end

      def version = typed["version"].to_i

      # Core::Retention::Schedule; what can't be read is left for the review to find.
      def schedule
        said = typed.slice("action", "authority", "basis").transform_keys(&:to_sym)
        return Core::Retention::Schedule.new(**said) if typed["action"] == "keep"

        start, particular = typed["start"].to_s.split(":", 2)
        Core::Retention::Schedule.new(
          start: start,
          particular: particular,
          count: Integer(typed["count"], 10, exception: false),
          unit: typed["unit"],
          year_end: typed["year_end"] == "1" || nil,
          **said
        )
      end

      # The first Date; nil for what is none.
      def day
        Date.strptime(typed["starts"].to_s, "%Y-%m-%d")
      rescue Date::Error
        nil
      end
    end
  end
end
