# frozen_string_literal: true

module JustSeal
  module Web
    module Pages
      module Staff
        # The staff, and by what they sign in.
        class List < Page
          attr_reader :found, :given

          # +found+: Queries::Page of Store::Account; +given+: what narrows it; +counts+: {state => how many}; +bound+:
          # {account id => [Store::Authenticator, ...]}; +slowed+: ids of accounts whose sign-ins have to wait.
          def initialize(context, found, given:, counts:, bound:, slowed:, units:)
            super(context)
            @found = found
            @given = given
            @counts = counts
            @bound = bound
            @slowed = slowed
            @units = units
          end

          def place = :rules
          def keeps? = may?(:keep_staff)
          def role(row) = t(".role", role: t("roles.#{row.role}"), unit: row.unit)
          def bound(row) = @bound.fetch(row.id, []).map { |one| t("methods.#{one.kind}") }.tally
          def slowed?(row) = @slowed.include?(row.id)
          def may_enrol?(row) = row.may_enrol_until && row.may_enrol_until > now
          def path(row) = staff_member_path(row.id)

          def states
            @counts.map { |state, count| [state, t(".states.#{state}", count: count)] }
          end

          def roles
            [["", t(".any_role")], *Core::Rights::STAFF.map { |role| [role, t("roles.#{role}")] }]
          end

          def units = [["", t(".any_unit")], *@units.map { |name| [name, name] }]

          def more_path
            staff_path(**given.reject { |_, text| text.empty? }.transform_keys(&:to_sym), after: found.next_key)
          end
        end
      end
    end
  end
end
