# frozen_string_literal: true

module JustSeal
  module Web
    module Pages
      module SignOn
        # Signing on: what the provider decides, and what the office does.
        class Policy < Page
          BLANKS = 3
          TICKS = %i[passwords makes_accounts trusts_addresses].freeze
          BLANK = Core::Offices::SignOnPolicy::Place.new(group: "", role: "", unit: "")

          attr_reader :policy, :seen

          # +policy+: Core::Offices::SignOnPolicy as kept or typed; +seen+: mark of the kept one.
          def initialize(context, policy, seen:, problems: {})
            super(context)
            @policy = policy
            @seen = seen
            @problems = problems
          end

          def place = :rules
          def keeps? = may?(:keep_office) && !provider.nil?
          def provider = office.sign_on&.name
          def places = policy.places + ([BLANK] * BLANKS)
          def roles = [["", ""], *Core::Rights::STAFF.map { |role| [role, t("roles.#{role}")] }]
          def units = @units ||= [["", ""], *Queries::Choices.units.map { |name| [name, name] }]
          def told = TICKS.map { |name| [t(".#{name}"), t(policy[name] ? "values.yes" : "values.no")] }
        end
      end
    end
  end
end
