# frozen_string_literal: true

module JustSeal
  module Store
    # Files whose proofs are renewed together.
    class RenewalBatch < Sequel::Model(:renewal_batches)
      one_to_many :healths, class: "JustSeal::Store::SealHealth", key: :batch_id

      # How many of it were taken up by a later one, after a problem.
      def passed_on = size - healths_dataset.count

      # How many of it are renewed.
      def done = Store::Version.where(renews: healths_dataset.select(:version_id)).count

      def problems
        healths_dataset.exclude(problem: nil).exclude(
          version_id: Store::Version.exclude(renews: nil).select(:renews)
        ).all
      end
    end
  end
end
