# frozen_string_literal: true

module JustSeal
  module Store
    # A document under management.
    class Record < Sequel::Model(:records)
      many_to_one :record_class, class: "JustSeal::Store::RecordClass"
      many_to_one :case_file, class: "JustSeal::Store::CaseFile"
      many_to_one :holder, class: "JustSeal::Store::Account", key: :reserved_by
      one_to_many :versions, class: "JustSeal::Store::Version", order: Sequel.desc(:number)

      # Those of which more than a stub is left.
      dataset_module { def there = exclude(Sequel[:records][:id] => Content.stubs) }

      # The record with +number+, locked until the transaction ends.
      def self.locked(number)
        where(number: number).for_update.first || raise(Errors::Missing.new(:no_record, number: number))
      end

      # Is a stub all that is left of it?
      def destroyed? = docket_state == "destroyed"

      # Was it ever sent for signature?
      def sent?
        dockets = Docket.where(id: DocketDocument.where(record_id: id).select(:docket_id))
        !dockets.exclude(sent_at: nil).empty?
      end

      # The file that was brought back and is being looked at, or can't be taken; nil when there is none.
      def coming_back
        IntakeFile.where(
          intake_id: Intake.live.where(record_id: id).select(:id),
          state: %w[waiting unfit]
        ).order(Sequel.desc(:id)).first
      end
    end
  end
end
