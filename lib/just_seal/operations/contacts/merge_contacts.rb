# frozen_string_literal: true

module JustSeal
  module Operations
    # Makes one contact of two. The other stays as a pointer to the one that is kept, so that old links lead somewhere.
    class MergeContacts < Operation
      # Returns the contact that is kept.
      def call(actor, kept_id:, other_id:)
        allow!(actor, :keep_contacts)
        raise Errors::Invalid, { "other" => :same_contact } if kept_id == other_id

        transaction do
          # Always locked in the order of their ids: two who merge the same pair the other way round do not wait for
          # each other for ever.
          both = Store::Contact.live.where(id: [kept_id, other_id]).order(:id).for_update.as_hash(:id)
          raise Errors::Conflict, :contacts_merged unless both.size == 2

          merge(both[kept_id], both[other_id])
        end
      end

      private

      def merge(kept, other)
        other.update(merged_into: kept.id)
        Store::Contact.where(merged_into: other.id).update(merged_into: kept.id)
        kept.update(Core::Contacts::Card.merged(kept.card, other.card).merge("edits" => kept.edits + 1))
      end
    end
  end
end
