# frozen_string_literal: true

module JustSeal
  module Web
    module Pages
      module Staff
        # One member of staff: what they are, by what they sign in, and what is open in their name.
        class Show < Page
          # So many of each kind are led to.
          SHOWN = 20

          attr_reader :row, :work, :bound, :elsewhere, :deputies

          # +row+: Store::Account; +bound+: [Store::Authenticator, ...]; +elsewhere+: [Store::SignOnIdentity, ...];
          # +slowed+: do tries to sign in have to wait?; +work+: Queries::OpenWork; +deputies+: Deputies; +staff+: who
          # could take over; +deed+: whose form was refused.
          def initialize(
            context, row, bound:, elsewhere:, slowed:, work:, deputies:, staff:, problems: {}, deed: nil
          )
            super(context)
            @row = row
            @bound = bound
            @elsewhere = elsewhere
            @slowed = slowed
            @work = work
            @deputies = deputies
            @staff = staff
            @problems = problems
            @deed = deed
          end

          def place = :rules
          def title = row.name
          def keeps? = may?(:keep_staff)
          def self? = row.id == viewer.id
          def state = row.state
          def state_words = t(".states.#{state}", reason: Words.reason(row.ended_because.to_s))
          def role = t("roles.#{row.role}")
          def slowed? = @slowed
          def may_enrol? = row.may_enrol_until && row.may_enrol_until > now
          def ended? = state == "ended"
          def invited? = state == "invited"
          def path(step) = "#{staff_member_path(row.id)}/#{step}"
          def problem(deed, field) = @deed == deed ? problems[field] : nil

          # [[what it is and how many, [[words, path], ...]], ...]
          def open_work
            work.counts.map { |kind, count| [t(".open.#{kind}", count: count), links(kind)] }
          end

          def successors
            [["", t(".nobody")], *@staff.map { |one| [one.id, t(".person", name: one.name, unit: one.unit)] }]
          end

          def bound_words(one)
            t(".bound_html", time: time_tag(one.bound_at, :auto), how: Words.bound_by(one.bound_by))
          end

          private

          def links(kind) = work.of(kind, limit: SHOWN).map { |one| link(kind, one) }

          def link(kind, one)
            case kind
            when :dockets then [one.number, docket_path(one)]
            when :watches then [one.title, watches_path]
            when :seats, :draft_seats then [one.docket.number, docket_path(one.docket)]
            when :records then [one.number, record_path(one)]
            when :intakes then [t(".intake", number: one.id), intake_path(one)]
            when :inquiries then [one.number, inquiry_path(one)]
            when :templates then [one.code, docket_template_path(one)]
            else [one.name, units_path(name: one.name, anchor: "unit")]
            end
          end
        end
      end
    end
  end
end
