# frozen_string_literal: true

module JustSeal
  module Operations
    # Keeps whom a circulation asks. Runs in the transaction of what changes them.
    class RecipientKeeper < Operation
      BATCH = 1_000

      # Puts +people+ (Core::Circulations::Recipient) in the place of all who came from the same +source+; who is there
      # from another source stays, and is not asked twice.
      def call(circulation, people, source:)
        circulation.recipients_dataset.where(source: source, docket_id: nil).delete
        add(circulation, people, source: source)
      end

      # Returns the number of people who were added.
      def add(circulation, people, source:)
        before = circulation.recipients_dataset.count
        rows = people.map { |one| row(circulation, one, source) }
        rows.each_slice(BATCH) { |some| db[:circulation_recipients].insert_conflict.multi_insert(some) }
        circulation.recipients_dataset.count - before
      end

      private

      def row(circulation, person, source)
        {
          circulation_id: circulation.id,
          source: source,
          given: Sequel.pg_jsonb(person.given.to_h),
          **person.to_h.slice(:kind, :account_id, :name, :email, :organisation, :job_title, :telephone, :unit)
        }
      end
    end
  end
end
