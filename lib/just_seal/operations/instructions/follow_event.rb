# frozen_string_literal: true

module JustSeal
  module Operations
    # What an entry of the ledger sets going: standing instructions begin, and runs that wait for a docket go on. Safe
    # to run twice.
    class FollowEvent < Operation
      OF_RECORD = %w[record.captured record.corrected].freeze
      # kind of entry => the state of the docket that it tells of
      OF_DOCKET = {
        "docket.sent" => "out",
        "docket.sealed" => "sealed",
        "party.refused" => "refused",
        "docket.lapsed" => "lapsed",
        "docket.withdrawn" => "withdrawn"
      }.freeze
      KINDS = [*OF_RECORD, *OF_DOCKET.keys].freeze

      # Is there anything that an entry of +kind+ could set going?
      def self.followed?(kind)
        return true if OF_DOCKET.key?(kind) && Store::RepositoryDocument.where(certificate_at: nil).any?

        begins = KINDS.include?(kind) && (Store::Instruction.live.any? || Store::InstructionRun.awaiting.any?)
        begins || (Core::Webhooks::Event::KINDS.include?(kind) && Store::Webhook.told_of(kind).any?)
      end

      # +chain+: of the entry, +kind+: its kind, +run+: number of the run that did it, nil for none.
      def call(chain, kind, run = nil)
        return unless KINDS.include?(kind)

        origin = run && Store::InstructionRun.first(number: run)
        if OF_RECORD.include?(kind)
          record = Store::Record.first(number: chain) or return
          of_record(record, kind, origin) unless record.sample
        elsif OF_DOCKET.key?(kind)
          docket = Store::Docket.first(number: chain) or return
          of_docket(docket, origin)
        end
      end

      private

      def of_record(record, kind, origin)
        begin_all(record, "captured", "captured:#{record.number}", origin) if kind == "record.captured"
        starting("value", record).each { |one| by_value(one, record, origin) }
      end

      def starting(on, record)
        Store::Instruction.live.where(starts_on: on, record_class_id: record.record_class_id).all
      end

      def begin_all(record, on, key, origin)
        starting(on, record).each do |instruction|
          next unless yes?(instruction, record)

          RunStarter.call(instruction.id, key: key, record: record, origin: origin)
        end
      end

      # A record comes to a value once, and again when it had lost it.
      def by_value(instruction, record, origin)
        transaction do
          known = db[:instruction_matches].where(instruction_id: instruction.id, record_id: record.id)
          next known.delete unless yes?(instruction, record)
          next if known.for_update.any?

          db[:instruction_matches].insert_conflict.insert(instruction_id: instruction.id, record_id: record.id)
          RunStarter.call(
            instruction.id,
            key: "value:#{record.number}:#{record.edits}",
            record: record,
            origin: origin
          )
        end
      end

      def of_docket(docket, origin)
        tell_repositories(docket)
        waiting = Store::InstructionRun.awaiting.where(docket_id: docket.id).select_map(:id)
        waiting.each { |id| Jobs::FollowRun.enqueue(id) }
        return unless docket.ended_at && !docket.sample && docket.circulation_id.nil?

        origin ||= Store::InstructionRun[db[:instruction_dockets].where(docket_id: docket.id).get(:run_id)]
        docket.to_sign.each { |document| ended(docket, document.record, origin) }
      end

      # Where a record was taken from, its state is wanted.
      def tell_repositories(docket)
        ids = docket.documents_dataset.to_sign.select(:record_id)
        Store::RepositoryDocument.where(record_id: ids).select_map(:record_id).each do |id|
          Jobs::TellRepository.enqueue(id)
        end
      end

      def ended(docket, record, origin)
        starting("ended", record).each do |instruction|
          next unless instruction.in_force.definition.to_h["ends"].include?(docket.state) && yes?(instruction, record)

          key = "ended:#{docket.number}:#{record.number}"
          RunStarter.call(instruction.id, key: key, record: record, origin: origin)
        end
      end

      # Does its condition hold? Where a value is missing it does not.
      def yes?(instruction, record)
        Queries::InstructionPlan.starts?(instruction.in_force.definition.to_h, record)
      end
    end
  end
end
