# frozen_string_literal: true

module JustSeal
  module Web
    module Pages
      module Staff
        # Who acts for one of the staff, and the form that names another; part of other pages.
        class Deputies < Page
          attr_reader :rows

          # +account+: Store::Account that is away; +typed+: what the form held when it was refused.
          def self.of(context, account, typed: {}, problems: {})
            queries = Queries::Deputies.today(context.office)
            new(
              context,
              account,
              rows: queries.named_by(account.id),
              staff: Queries::Choices.staff - [account],
              typed: typed,
              problems: problems
            )
          end

          def initialize(context, account, rows:, staff:, typed:, problems:)
            super(context)
            @account = account
            @rows = rows
            @staff = staff
            @typed = typed
            @problems = problems
          end

          def self? = @account.id == viewer.id
          def path = self? ? "#{account_path}/deputies" : "#{staff_member_path(@account.id)}/deputies"
          def end_path(row) = "#{path}/#{row.id}/end"
          def names? = self? || may?(:keep_staff)
          def value(name) = problems.any? ? @typed[name].to_s : ""
          def open? = problems.any?
          def span(row) = t(".span", from: day(row.first_day, :short_year), until: day(row.last_day, :short_year))

          def choices
            [["", t(".nobody")], *@staff.map { |one| [one.id, t("staff.show.person", name: one.name, unit: one.unit)] }]
          end
        end
      end
    end
  end
end
