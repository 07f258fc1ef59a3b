# frozen_string_literal: true

module JustSeal
  module Operations
    # Somebody has read an explanation, and does not want it there again.
    class CloseExplanation < Operation
      # What is explained, and the list of the first day.
      NAMES = %w[docket levels strata first_day].freeze

      # Raises Errors::Missing for a +name+ that is none of NAMES.
      def call(actor, name:)
        raise Errors::Missing, :no_such_explanation unless NAMES.include?(name)

        db[:told_once].insert_conflict.insert(account_id: actor.id, name: name, told_at: now)
      end
    end
  end
end
