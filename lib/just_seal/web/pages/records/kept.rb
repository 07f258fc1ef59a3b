# frozen_string_literal: true

module JustSeal
  module Web
    module Pages
      module Records
        # How long a record is kept and why, and what somebody decides who looks at it again; for its page.
        module Kept
          def retention = overview.retention
          def due? = retention.due&.by?(local(context.now).to_date)
          def due_tone = due? ? "late" : "plain"

          def kept_why
            said = schedule_words(retention.version.schedule, overview.items)
            start = retention.due.starts_on
            start ? t("records.show.counted_from", said: said, day: day(start, :short_year)) : said
          end

          def kept_basis
            schedule = retention.version.schedule
            t("records.show.basis", authority: schedule.authority, basis: schedule.basis)
          end

          # Does this person decide what becomes of it?
          def reviews? = decides? && retention.for_review?(local(context.now).to_date)
          def decides? = may?(:dispose) && !stub && overview.list.nil?
          def review_label = retention.review ? t("records.show.review_anew") : t("records.show.review")
          def review_typed = reviewed ? reviewed.typed : {}

          def reviewed_words
            review = retention.review
            said = t("components.review_choice.outcomes.#{review.outcome}")
            t("records.show.reviewed", name: review.maker.name, day: day(review.made_at, :short_year), outcome: said)
          end

          # Number of the list that has it, for those who may look there.
          def list_number = may?(:see_disposals) ? overview.list&.number : nil

          def schedule_path = retention_schedule_path(retention.holder, version: retention.version.version)
        end
      end
    end
  end
end
