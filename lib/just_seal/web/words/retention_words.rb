# frozen_string_literal: true

module JustSeal
  module Web
    # Words about how long records are kept; for pages.
    module RetentionWords
      # "Destroyed 10 years after the document was sealed, counted from the end of that calendar year."
      # +schedule+: Core::Retention::Schedule; +items+: particulars of its class.
      def schedule_words(schedule, items)
        return t("retention.actions.keep") if schedule.for_good?

        said = t(
          "retention.sentence",
          action: t("retention.actions.#{schedule.action}"),
          period: t("retention.periods.#{schedule.unit}", count: schedule.count),
          event: event_words(schedule, items)
        )
        schedule.year_end ? t("retention.from_year_end", said: said) : said
      end

      def event_words(schedule, items)
        return t("retention.events.#{schedule.start}") unless schedule.start == "date"

        item = items.find { |one| one["name"] == schedule.particular }
        t("retention.events.date", label: item ? item["label"] : schedule.particular)
      end

      # When it falls due and what is done then; "no schedule" for nil.
      def due_words(due)
        return t("retention.none") unless due
        return t("retention.due.#{due.action}", day: day(due.due_on, :short_year)) if due.due_on

        due.waits_for ? t("retention.waits.#{due.waits_for}") : t("retention.actions.keep")
      end

      # Of a disposal or a transfer.
      def list_path(number) = number.start_with?("T") ? transfer_path(number) : disposal_path(number)

      # How a change looks (Queries::RetentionEffect::Change).
      def change_tone(change) = change.sooner? ? "late" : "plain"

      # Core::Retention::Schedule::ACTIONS with their words.
      def action_words(action) = t("retention.actions.#{action}")
    end
  end
end
