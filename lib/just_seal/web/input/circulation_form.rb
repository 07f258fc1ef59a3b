# frozen_string_literal: true

require "date"

module JustSeal
  module Web
    # The form of a draft circulation: from the browser to values for EditCirculation, and back.
    class CirculationForm
      TEXTS = %w[title mode act message declaration attachment].freeze
      NUMBERS = %w[least_level due_days remind_after_days remind_every_days remind_before_days].freeze
      DAYS = %w[starts_on ends_on due_on].freeze
      TICKS = %w[asks_joiners withdraws_leavers].freeze
      LISTS = %w[units roles groups finds].freeze
      CHOICE_TICKS = %w[everybody heads].freeze

      # The form of what is kept.
      def self.from(circulation) = new({ **asked(circulation), **chosen(circulation.choice.to_h) })

      def self.asked(circulation)
        kept = [*TEXTS, *NUMBERS].to_h { |key| [key, circulation[key.to_sym].to_s] }
        days = DAYS.to_h { |key| [key, circulation[key.to_sym]&.iso8601.to_s] }
        { **kept, **days, **TICKS.to_h { |key| [key, circulation[key.to_sym] ? "1" : ""] } }
      end

      def self.chosen(choice)
        lists = LISTS.to_h { |key| [key, choice[key].to_a.map(&:to_s)] }
        ticks = CHOICE_TICKS.to_h { |key| [key, choice[key] ? "1" : ""] }
        { **lists, **ticks, "lines" => choice["lines"].to_s }
      end
      private_class_method :asked, :chosen

      def initialize(typed)
        @typed = typed
      end

      def [](name) = @typed[name].is_a?(String) ? @typed[name].scrub("").gsub("\r\n", "\n") : ""
      def ticked?(name) = self[name] == "1"
      def list(name) = @typed[name].is_a?(Array) ? @typed[name].grep(String).map { |one| one.scrub("") } : []

      # See Queries::CirculationPeople.
      def choice
        lists = LISTS.to_h { |key| [key, list(key).reject(&:empty?)] }
        ticks = CHOICE_TICKS.to_h { |key| [key, ticked?(key)] }
        { **lists, **ticks, "lines" => self["lines"] }.reject { |_, value| [false, "", []].include?(value) }
      end

      # Values of EditCirculation::KEPT.
      def values
        {
          **TEXTS.to_h { |key| [key.to_sym, self[key]] },
          **NUMBERS.to_h { |key| [key.to_sym, number(key)] },
          **DAYS.to_h { |key| [key.to_sym, day(key)] },
          **TICKS.to_h { |key| [key.to_sym, ticked?(key)] }
        }
      end

      private

      def number(key) = self[key].match?(/\A\d{1,3}\z/) && self[key].to_i.positive? ? self[key].to_i : nil

      def day(key)
        Date.strptime(self[key], "%Y-%m-%d")
      rescue Date::Error
        nil
      end
    end
  end
end
