# frozen_string_literal: true

module JustSeal
  module Operations
    # Says which documents a draft sends, in which order, and which of them are only enclosed. Each is pinned to the
    # version that is the newest when it is put in.
    class ArrangeDocuments < Operation
      MAX_DOCUMENTS = 12
      ROLES = %w[sign enclosure].freeze

      # +documents+: [{"record" => number, "role" => one of ROLES}, ...]. Fields of what is taken out are gone. Returns
      # the docket.
      # Raises Errors::Invalid for a list that can't be sent, Errors::Conflict when a record is in another docket, or
      # somebody else saved meanwhile.
      def call(actor, number:, edits:, documents:)
        refuse_nonsense(documents)
        roles = documents.map { |one| one["role"] }
        transaction do
          docket = DraftLock.call(actor, number, edits)

          rows = rows(actor, docket, documents)
          arrange(docket, rows, roles)
          note(docket, actor, documents)
          docket.update(edits: docket.edits + 1, record_class_id: rows[roles.index("sign")].record.record_class_id)
        end
      end

      private

      # Those that are in the docket, in the order of +documents+; what is no longer among them is taken out.
      def rows(actor, docket, documents)
        known = docket.documents.to_h { |document| [document.record.number, document] }
        rows = documents.map { |one| known[one["record"]] || pin(actor, docket, one) }
        take_out(known.values - rows)
        rows
      end

      def note(docket, actor, documents)
        arranged = documents.map { |one| one.slice("record", "role") }
        record_event(docket, "docket.documents_arranged", actor, "documents" => arranged)
      end

      def refuse_nonsense(documents)
        problem =
          if !readable?(documents) then :list_unreadable
          elsif documents.none? { |one| one["role"] == "sign" } then :nothing_to_sign
          elsif documents.size > MAX_DOCUMENTS then Core::Problem.new(:too_many_documents, limit: MAX_DOCUMENTS)
          end
        raise Errors::Invalid, { "documents" => problem } if problem
      end

      def readable?(documents)
        documents.all? { |one| one["record"].is_a?(String) && ROLES.include?(one["role"]) } &&
          documents.uniq { |one| one["record"] }.size == documents.size
      end

      def pin(actor, docket, one)
        record = Store::Record.where(number: one["record"]).for_update.first or raise Errors::Missing.new(
          :no_record,
          number: one["record"]
        )
        allow_record!(actor, record, one["role"] == "sign" ? :change : :see)
        refuse_destroyed!(record)
        version = record.versions_dataset.working.first or
          raise Errors::Invalid, { "documents" => Core::Problem.new(:no_pdf_to_send, number: record.number) }
        put_in(docket, record, version).tap { |document| TypedFields.call(document) if one["role"] == "sign" }
      end

      def put_in(docket, record, version)
        Store::DocketDocument.create(
          docket_id: docket.id,
          position: Store::DocketDocument.where(docket_id: docket.id).max(:position).to_i + 1,
          record_id: record.id,
          version_id: version.id
        )
      end

      def take_out(rows)
        rows.each do |row|
          row.fields_dataset.delete
          row.delete
          row.record.update(docket_state: former_state(row.docket, row.record))
        end
      end

      def arrange(docket, rows, roles)
        rows.each_with_index do |row, index|
          refuse_second(docket, row.record) if roles[index] == "sign"
          row.update(position: index + 1, role: roles[index])
          row.record.update(docket_state: roles[index] == "sign" ? "draft" : former_state(docket, row.record))
        end
      end

      def refuse_second(docket, record)
        open = Queries::OpenDocket.of(record, besides: docket)
        raise Errors::Conflict.new(:in_docket, number: record.number, docket: open) if open
        return unless record.reserved_by

        raise Errors::Conflict.new(:reserved_or_enclose, name: record.holder.name, number: record.number)
      end

      # The state of the newest other docket in which the record is signed.
      def former_state(docket, record)
        others = Store::DocketDocument.own.to_sign.where(record_id: record.id).exclude(docket_id: docket.id)
        Store::Docket.where(id: others.select(:docket_id)).order(Sequel.desc(:created_at)).get(:state)
      end
    end
  end
end
