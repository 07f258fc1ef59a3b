# frozen_string_literal: true

module JustSeal
  module Web
    module Pages
      module Staff
        # The staff, and by what they sign in.
        class List < Page
          attr_reader :rows

          # +rows+: Store::Account; +bound+: {account id => [Store::Authenticator, ...]}; +slowed+: ids of accounts
          # whose sign-ins have to wait; +chosen+: id of the account whose form was refused.
          def initialize(context, rows, bound:, slowed:, problems: {}, chosen: nil)
            super(context)
            @rows = rows
            @bound = bound
            @slowed = slowed
            @problems = problems
            @chosen = chosen
          end

          def place = :rules
          def keeps? = may?(:keep_staff)
          def role(row) = t(".role", role: t("roles.#{row.role}"), unit: row.unit)
          def bound(row) = @bound.fetch(row.id, [])

          def bound_words(one)
            t(".bound_html", time: time_tag(one.bound_at, :auto), how: Words.bound_by(one.bound_by))
          end

          def may_enrol?(row) = row.may_enrol_until && row.may_enrol_until > now
          def enrols?(row) = row.id != viewer.id
          def refused?(row) = problems.any? && @chosen == row.id
          def problem(row) = refused?(row) ? problems["reason"] : nil
          def allow_path(row) = "#{rules_path}/staff/#{row.id}/allow"
          def slowed?(row) = @slowed.include?(row.id)
          def release_path(row) = "#{rules_path}/staff/#{row.id}/release"
          def reset_path(row) = "#{rules_path}/staff/#{row.id}/reset"
        end
      end
    end
  end
end
