# frozen_string_literal: true

module JustSeal
  module Queries
    # The versions of the rulebook.
    module RulebookVersions
      module_function

      # The newest first.
      def all = Store::Rulebook.order(Sequel.desc(:version)).eager(:maker, publication: :publisher).all

      # May who wrote a version publish it?
      def alone? = Store::OfficeChoices.yes?("rulebook_alone")
      def newest = Store::Rulebook.order(Sequel.desc(:version)).first
      def in_force(now) = Store::Rulebook.in_force(now)

      # How many factors an account that signed on shows, by the version that is in force. +way+: as of
      # Core::Assurance::Rulebook#factors.
      def factors(way, now) = in_force(now)&.rules&.factors(way) || 1
    end
  end
end
