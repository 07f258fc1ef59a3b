# frozen_string_literal: true

module JustSeal
  module Operations
    # Drafts a new docket from one that has ended: the same parties, wording and fields, over the newest version of the record.
    class CopyDocket < Operation
      # Returns the new Store::Docket. Raises Errors::Conflict as DraftDocket does.
      def call(actor, number:)
        old = Store::Docket.first(number: number) or raise Errors::Missing, "There is no docket #{number}."
        raise Errors::Conflict, "#{number} has not ended. Go on with it, or withdraw it first." unless old.ended_at

        transaction do
          docket = DraftDocket.call(actor, record: old.documents.first.record)
          Store::Party.where(docket_id: docket.id).delete
          docket.update(title: old.title, message: old.message, made_from: old.number, **EditDocket::REMINDERS.to_h { |key| [key, old[key]] })
          parties = old.parties.to_h { |party| [party.id, copy(docket, party)] }
          copy_fields(old.documents.first, docket.documents.first, parties)
          docket
        end
      end

      private

      def copy(docket, party)
        Store::Party.create(docket_id: docket.id, state_since: now, **party.values.slice(:letter, :turn, :act, :kind, :account_id, :name, :email, :organisation, :note))
      end

      # Fields of pages that the newest version does not have are left out; readiness tells what is missing then.
      def copy_fields(from, to, parties)
        from.fields.each do |field|
          next if field.page > to.version.page_count

          Store::Field.create(document_id: to.id, party_id: parties.fetch(field.party_id).id, **field.values.slice(:name, :kind, :page, :x, :y, :width, :height))
        end
      end
    end
  end
end
