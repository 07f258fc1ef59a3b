# frozen_string_literal: true

module JustSeal
  module Operations
    # Hands out the evidence of a circulation as one ASiC-E file: its certificate, what went round, its ledger and that
    # of everybody whom it asked. A checkpoint is taken first; that it was handed out is the next entry.
    class ExportCirculation < Operation
      # Returns [bytes, file name]. Raises Errors::Conflict where no certificate was made yet, Errors::Unavailable while
      # an authority is away.
      def call(actor, number:)
        circulation = Store::Circulation.first(number: number) or raise Errors::Missing.new(
          :no_circulation,
          number: number
        )
        allow!(actor, :download)
        raise Errors::Missing.new(:no_circulation, number: number) unless Queries::CirculationList.see?(
          actor,
          circulation
        )

        refuse_destroyed!(circulation.record) if circulation.record
        raise Errors::Conflict.new(:not_certified, number: number) unless circulation.sheet_record

        checkpoint = TakeCheckpoint.call
        files = Queries::CirculationEvidence.new(circulation, office: office, checkpoint: checkpoint).files
        bytes = Core::Bundle::Package.write(files, **signature_options(:seal))
        transaction do
          facts = { "sha256" => Core::Ledger::Entry.digest(bytes), "checkpoint" => checkpoint.number }
          record_event_on(number, "circulation.exported", actor, facts)
        end
        [bytes, "#{number} evidence.asice"]
      end
    end
  end
end
