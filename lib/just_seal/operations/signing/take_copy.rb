# frozen_string_literal: true

module JustSeal
  module Operations
    # Hands a party a copy to read, where the sender allows it: while it may act, and for a while after it has. With a
    # mark across every page where the sender wants that.
    class TakeCopy < Operation
      # +position+: of the document. Returns [bytes, file name]. Raises Errors::Forbidden where no copies are handed
      # out, or not any more.
      def call(visitor, position:)
        party = Store::Party[visitor.id] or raise Errors::Missing, :no_such_party
        docket = party.docket
        raise Errors::Forbidden, :copies_when_sealed unless docket.options["download"]
        raise Errors::Missing, :no_longer_kept if docket.documents.any? { |one| one.record.destroyed? }

        bytes = party.state == "done" ? acted(visitor, position) : ViewDocument.call(visitor, position: position).first
        bytes = marked(bytes, docket, party) if docket.options["mark"]
        [bytes, I18n.t("in_document.unsealed_copy.file_name", docket: docket.number)]
      end

      private

      def marked(bytes, docket, party)
        words = Words.in_document("unsealed_copy")
        note = words.call(:made_for, docket: docket.number, name: party.name)
        Core::Pdf::UnsealedCopy.call(bytes, mark: words.call(:mark), note: note, faces: office.faces)
      end

      # The documents as they are with the party's own signature in them.
      def acted(visitor, position)
        sha256 = transaction do
          party = Store::Party[visitor.id]
          docket = Store::Docket.where(id: party.docket_id).for_update.first
          raise Errors::Forbidden, :copy_by_mail unless Core::Dockets::Copies.after?(docket, party, at: now)
          raise Errors::Forbidden, :visit_ended unless party.acted_visit_id == visitor.visit_id

          document = docket.documents.find { |one| one.position == position } or
            raise Errors::Missing, :no_such_document
          record_event(
            docket,
            "party.copied",
            visitor,
            "party" => party.letter,
            "document" => position,
            "sha256" => document.current_sha256
          )
          document.current_sha256
        end
        office.blobs.get(sha256)
      end
    end
  end
end
