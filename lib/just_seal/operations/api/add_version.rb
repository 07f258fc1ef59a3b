# frozen_string_literal: true

module JustSeal
  module Operations
    # Takes a record for revision and brings the revised file back, in one go. What can't be brought leaves the record
    # free, or taken by the same account, as it was.
    class AddVersion < Operation
      # +brought+: bytes:, file_name: and why: as BringBack takes them. Returns the Store::Version, nil where a job
      # makes it. Raises as TakeForRevision and BringBack do.
      def call(actor, number:, **brought)
        had = Store::Record.first(number: number)&.reserved_by == actor.id
        TakeForRevision.call(actor, number: number)
        begin
          BringBack.call(actor, number: number, **brought)
        rescue Error
          FreeRecord.call(actor, number: number) unless had
          raise
        end
      end
    end
  end
end
