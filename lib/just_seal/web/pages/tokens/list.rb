# frozen_string_literal: true

module JustSeal
  module Web
    module Pages
      module Tokens
        # Which programs may ask what, and a token for another.
        class List < Page
          SCOPES = %w[read write send].freeze
          USUAL_DAYS = 90

          attr_reader :rows, :made, :problems, :accounts

          # +rows+: [Store::ApiToken, ...]; +accounts+: of programs; +made+: [token, secret] of one that was made just
          # now.
          def initialize(context, rows, accounts: [], made: nil, problems: {}, typed: {})
            super(context)
            @rows = rows
            @accounts = accounts
            @made = made
            @problems = problems
            @typed = typed
          end

          def place = :rules
          def title = t(".title")
          def scopes(row) = row.scopes.split.map { |scope| t(".scope.#{scope}") }.join("; ")
          def live?(row) = row.live?(now)
          def state(row) = t(live?(row) ? ".live" : ".over")
          def used(row) = row.used_at ? time_tag(row.used_at, :short) : t(".never")
          def ends?(row) = row.ended_at.nil? && (row.account_id == viewer.id || may?(:keep_staff))
          def keeps_accounts? = may?(:keep_staff)
          def whose = [["", t(".mine")], *accounts.map { |account| [account.id, account.name] }]
          def roles = Core::Rights::STAFF.map { |role| [role, t("roles.#{role}")] }
          def units = Queries::Choices.units.map { |unit| [unit, unit] }
          def account_words(account) = [account.email, t("roles.#{account.role}"), account.unit].join(", ")

          def typed(name) = @typed[name].to_s
          def days = @typed["days"] || USUAL_DAYS

          def scope_ticks
            SCOPES.map { |scope| [scope, t(".scope.#{scope}"), Array(@typed["scopes"]).include?(scope)] }
          end
        end
      end
    end
  end
end
