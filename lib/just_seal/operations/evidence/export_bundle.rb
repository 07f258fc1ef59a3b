# frozen_string_literal: true

module JustSeal
  module Operations
    # Hands out the evidence of a sealed docket as one ASiC-E file. A checkpoint is taken first, so that everything up
    # to now is proved by it; that it was handed out is the next entry.
    class ExportBundle < Operation
      # Returns [bytes, file name]. Raises Errors::Missing, Errors::Conflict for a docket that is not sealed,
      # Errors::Unavailable while an authority is away.
      def call(actor, number:)
        docket = Store::Docket.first(number: number) or raise Errors::Missing.new(:no_docket, number: number)
        check_right(actor, docket)
        docket.documents.each { |document| refuse_destroyed!(document.record) }
        raise Errors::Conflict.new(:not_sealed, number: number) unless docket.state == "sealed"

        checkpoint = TakeCheckpoint.call
        bytes = Core::Bundle::Package.write(
          Queries::DocketEvidence.new(docket, office: office, checkpoint: checkpoint).files, **signature_options(:seal)
        )
        transaction do
          record_event(
            docket,
            "docket.exported",
            actor,
            "sha256" => Core::Ledger::Entry.digest(bytes),
            "checkpoint" => checkpoint.number
          )
        end
        [bytes, "#{number} evidence.asice"]
      end

      private

      # The bundle holds every document of the docket: whoever takes it may see each of their records. The command line
      # is whoever runs the machine.
      def check_right(actor, docket)
        return unless actor.staff?

        allow!(actor, :download)
        docket.documents.each { |document| allow_record!(actor, document.record, :see) }
      end
    end
  end
end
