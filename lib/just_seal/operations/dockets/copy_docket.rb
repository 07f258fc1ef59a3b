# frozen_string_literal: true

module JustSeal
  module Operations
    # Drafts a new docket from one that has ended: the same parties, wording and fields, over the newest version of the
    # record.
    class CopyDocket < Operation
      # What a party takes along.
      KEPT = [:letter, *EditDocket::OF_PARTY].freeze

      # Returns the new Store::Docket. Raises Errors::Conflict as DraftDocket does.
      def call(actor, number:)
        old = Store::Docket.first(number: number) or raise Errors::Missing.new(:no_docket, number: number)
        raise Errors::Conflict.new(:docket_not_ended, number: number) unless old.ended_at

        transaction do
          docket = begin_anew(actor, old)
          parties = old.parties.to_h { |party| [party.id, copy(docket, party)] }
          add_others(actor, docket, old)
          copy_fields(old, docket.refresh, parties)
          docket
        end
      end

      private

      def begin_anew(actor, old)
        docket = DraftDocket.call(actor, record: old.to_sign.first.record)
        docket.documents.each { |document| document.fields_dataset.delete } # those that were typed into its text
        Store::Party.where(docket_id: docket.id).delete
        docket.update(made_from: old.number, **old.values.slice(:title, :message, *EditDocket::REMINDERS))
      end

      def copy(docket, party)
        Store::Party.create(docket_id: docket.id, state_since: now, **party.values.slice(*KEPT))
      end

      # The further documents, those that are still free to be sent.
      def add_others(actor, docket, old)
        wanted = old.documents.map { |document| { "record" => document.record.number, "role" => document.role } }
        ArrangeDocuments.call(actor, number: docket.number, edits: docket.edits, documents: wanted) if wanted.size > 1
      end

      # Fields of pages that the newest version does not have are left out; readiness tells what is missing then.
      def copy_fields(old, docket, parties)
        newly = docket.documents.to_h { |document| [document.record_id, document] }
        old.to_sign.each do |from|
          to = newly.fetch(from.record_id)
          to.fields_dataset.delete
          from.fields.select { |field| field.page <= to.version.page_count }.each do |field|
            Store::Field.create(
              document_id: to.id,
              party_id: parties.fetch(field.party_id).id,
              **field.values.slice(:name, :kind, :page, :x, :y, :width, :height, :key, :settings, :anchor)
            )
          end
        end
      end
    end
  end
end
