# frozen_string_literal: true

module JustSeal
  module Core
    # Who may see and who may change the records of a case file, within what the role allows (Rights).
    #
    # Limits look like {"see" => {"units" => [...], "roles" => [...]}, "change" => {...}}. An act without units and
    # roles is open to everybody; otherwise to whoever is of one of the units, or of one beneath it, or has one of the
    # roles. All limits on the way down the tree of case files count: what is closed above can't be opened below.
    # Whoever may not see may not change.
    module Access
      ACTS = %w[see change].freeze
      # An auditor reads all; a compliance officer watches over all; an administrator keeps all.
      UNLIMITED = { "see" => %w[administrator compliance auditor], "change" => %w[administrator] }.freeze

      module_function

      # Does somebody with +role+ pass +limits+ for +act+ ("see" or "change")? +units+: their own, and those above it.
      def passes?(limits, act, role:, units:)
        return true if unlimited?(role, act)
        return false if act == "change" && !passes?(limits, "see", role: role, units: units)

        named, roles = %w[units roles].map { |key| Array(limits.dig(act, key)) }
        (named + roles).empty? || named.intersect?(units) || roles.include?(role)
      end

      def unlimited?(role, act) = UNLIMITED.fetch(act).include?(role)

      # Limits as a form gives them, without what says nothing.
      def plain(given)
        ACTS.to_h do |act|
          lists = %w[units roles].to_h { |key| [key, Array(given.dig(act, key)).map(&:to_s).reject(&:empty?).uniq] }
          [act, lists.reject { |_, list| list.empty? }]
        end.reject { |_, lists| lists.empty? }
      end
    end
  end
end
