# frozen_string_literal: true

module JustSeal
  module Operations
    # Hands out what is left of a record that was destroyed, with its chain and the proof of its time, as one ASiC-E
    # file. A checkpoint is taken first.
    class ExportStub < Operation
      # Returns [bytes, file name]. Raises Errors::Missing, Errors::Unavailable while an authority is away.
      def call(actor, number:)
        allow!(actor, :download)
        record = Store::Record.first(number: number) or raise Errors::Missing.new(:no_record, number: number)
        allow_record!(actor, record, :see)
        stub = Store::Stub[record.id] or raise Errors::Missing.new(:no_stub, number: number)
        evidence = Queries::StubEvidence.new(stub, number, office: office, checkpoint: TakeCheckpoint.call)
        bytes = Core::Bundle::Package.write(evidence.files, **signature_options(:seal))
        transaction do
          sha256 = Core::Ledger::Entry.digest(bytes)
          record_event_on(number, "record.stub_exported", actor, "sha256" => sha256)
        end
        [bytes, "#{number} stub.asice"]
      end
    end
  end
end
