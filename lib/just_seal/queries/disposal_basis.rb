# frozen_string_literal: true

module JustSeal
  module Queries
    # On which basis a record is let go, as plain data that stays with its stub.
    module DisposalBasis
      module_function

      # +version+: Store::RetentionVersion; +record_class+: whose schedule it is; +due+: Core::Retention::Due; +review+:
      # Store::RecordReview by which it goes, nil where the schedule says so by itself.
      def call(version, record_class, due, review: nil)
        schedule = version.schedule.to_kept
        {
          "class" => record_class.code,
          "version" => version.version,
          "starts_on" => due.starts_on.iso8601,
          "due_on" => due.due_on.iso8601,
          **schedule.slice("start", "particular", "count", "unit", "year_end", "authority", "basis"),
          **(review ? { "review" => reviewed(review) } : {})
        }
      end

      def reviewed(review) = { "by" => review.maker.name, "at" => Core::Ledger::Entry.time(review.made_at) }
    end
  end
end
