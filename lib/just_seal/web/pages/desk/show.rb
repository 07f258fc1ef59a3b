# frozen_string_literal: true

module JustSeal
  module Web
    module Pages
      module Desk
        # What needs this person.
        class Show < Page
          include InstructionWords

          # +desk+: Queries::Desk
          def initialize(context, desk)
            super(context)
            @desk = desk
          end

          def place = :desk
          # step of Queries::FirstDay => name of a path, and what it is asked for
          STEPS = {
            second_step: [:account],
            keys: [:authorities],
            record_class: [:record_class, "new"],
            colleagues: [:staff_member, "new"],
            captured: [:capture],
            sent: [:records, { show: "to-be-sent" }],
            sealed: [:dockets, { state: "out" }],
            rules: [:rulebook],
            consent: [:consent_texts],
            watch: [:watches],
            asked: [:inquiries]
          }.freeze

          # [[words, path, is it done?], ...]
          def first_day
            @first_day ||= Queries::FirstDay.new(viewer, office: office).steps.map do |step, done|
              [t("desk.first_day.steps.#{step}"), step_path(*STEPS.fetch(step)), done]
            end
          end

          def sample_path = "#{capture_path}/sample"
          def told_path = "#{account_path}/told"
          def owner = t(".owner", name: viewer.name, unit: viewer.unit)
          def needs = to_act.empty? ? t(".nothing") : up_to("docket", @desk.to_act_count)
          def open = up_to("docket", @desk.out_count)
          def waiting_records = up_to("record", @desk.to_be_sent_count)

          def to_act = @desk.to_act
          def more_to_act? = @desk.to_act_count > to_act.size
          def late = prepares? ? @desk.late : []
          def out = @desk.out
          def drafts = @desk.drafts
          def templates = @desk.templates
          def ended = @desk.ended
          def gathered = @desk.gathered
          def version_words(docket) = t(".version", number: docket[:version])
          def conflicts = @desk.conflicts
          def waivers = @desk.waivers
          def runs = @desk.runs
          def repositories = @desk.repositories
          def inquiries = @desk.inquiries
          def watches = @desk.watches

          # [sentence, ...]
          # What of keeping records each figure is about.
          KEPT_AT = {
            approvals: :disposals_path,
            lifts: :holds_path,
            schedules: :retention_schedules_path,
            due: :overdue_path
          }.freeze

          def overdue_path = due_records_path(overdue: "1")

          # [[words, path], ...]
          def keeping
            @desk.keeping.map { |what, count| [t(".kept.#{what}", count: count), public_send(KEPT_AT.fetch(what))] }
          end

          def troubles
            @desk.troubles.map { |what, count| t(".troubles.#{what}", count: count) }
          end

          # [Absence, ...] of those for whom this person acts.
          def absences
            deputies = Queries::Deputies.today(office)
            rows = deputies.of(viewer.id)
            return [] if rows.empty?

            seats = deputies.seats(viewer.id).group_by(&:account_id)
            sent = deputies.sent(viewer.id).group_by(&:owner_id)
            rows.map { |row| absence(row, seats.fetch(row.account_id, []), sent.fetch(row.account_id, [])) }
          end

          def prepares? = may?(:prepare)
          def captures? = may?(:capture)
          def records = @desk.to_be_sent

          def nothing_out = late.any? ? t(".nothing_else_open") : t(".nothing_open")

          # [[Queries::Desk::Dropped, what it is, how far it is], ...]
          def intakes
            return [] unless captures?

            @desk.intakes.map { |intake| [intake, intake_title(intake), intake_progress(intake.states)] }
          end

          def waiver_asked(waiver)
            t(".waiver_asked", granted: waiver.granted, demanded: waiver.demanded, name: waiver.asker.name)
          end

          # Somebody for whom this person acts: until when, the dockets that wait for them, and those that they sent.
          Absence = Core::Value.of(:words, :waiting, :sent) do
            def nothing? = waiting.empty? && sent.empty?
          end

          private

          def step_path(name, *parts)
            asked = parts.last.is_a?(Hash) ? parts.pop : {}
            public_send(:"#{name}_path", *parts, **asked)
          end

          def absence(row, seats, sent)
            words = t(".acts_for", name: row.account.name, until: day(row.last_day, :day))
            Absence.new(words: words, waiting: seats.map(&:docket).uniq, sent: sent)
          end

          def up_to(key, count) = counted_up_to(key, count, Queries::Desk::MAX_COUNTED)

          def intake_title(intake)
            return t(".from_template", title: intake.template_title) if intake.template_title

            counted("file", intake.states.size)
          end

          def intake_progress(states)
            return t(".intake_empty") if states.empty?

            left = states.count("waiting")
            return t(".intake_ready") if left.zero?

            t(".intake_progress", done: states.size - left, all: states.size)
          end
        end
      end
    end
  end
end
