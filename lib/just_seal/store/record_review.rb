# frozen_string_literal: true

module JustSeal
  module Store
    # What was decided of a record whose schedule has it looked at again.
    class RecordReview < Sequel::Model(:record_reviews)
      many_to_one :record, class: "JustSeal::Store::Record"
      many_to_one :maker, class: "JustSeal::Store::Account", key: :made_by

      dataset_module do
        # The last one of each record.
        def newest = distinct(:record_id).order(:record_id, Sequel.desc(:id))
      end

      # Core::Retention::Review
      def review = Core::Retention::Review.new(outcome: outcome, due_on: due_on, keep_until: keep_until)
    end
  end
end
