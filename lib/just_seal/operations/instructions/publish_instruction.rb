# frozen_string_literal: true

module JustSeal
  module Operations
    # Publishes a version of a standing instruction: from then on it acts, with the rights of whoever wrote it. Who
    # wrote it does not publish it, unless the office has decided that one person may do both, as for the rulebook.
    class PublishInstruction < Operation
      MAX_REASON = 500

      def self.digest(definition) = Core::Ledger::Entry.digest(JSON.generate(definition))

      # Returns the Store::Instruction. Raises Errors::Forbidden for its writer, Errors::Conflict where it is published
      # or a newer one is there.
      def call(actor, number:, version:)
        allow!(actor, :publish_instructions)
        transaction do
          row = Store::Instruction.locked(number)
          written = Store::InstructionVersion[row.id, version] or
            raise Errors::Missing.new(:no_instruction, number: number)
          raise Errors::Conflict.new(:instruction_published, number: number) if version <= row.version.to_i
          raise Errors::Forbidden, :own_instruction if written.made_by == actor.id && !PublishRulebook.alone?

          publish(actor, row, written)
        end
      end

      # Runs in the transaction of what wrote it, where one person may do both.
      def publish(actor, row, written)
        said = written.definition.to_h
        db[:instruction_publications].insert(
          instruction_id: row.id,
          version: written.version,
          published_by: actor.id,
          published_at: now
        )
        row.update(
          title: written.title,
          owner_id: written.made_by,
          version: written.version,
          starts_on: said["on"],
          record_class_id: Store::RecordClass.where(code: said["class"]).get(:id)
        )
        facts = { "version" => written.version, "sha256" => self.class.digest(said) }
        record_event_on(row.number, "instruction.published", actor, facts)
        row
      end

      # Nothing more is begun, and no run goes a step further, until it goes on.
      def pause(actor, number:, reason: "")
        raise Errors::Invalid, { "reason" => :reason_missing } if reason.strip.empty?

        steer(actor, number) do |row|
          next if row.paused_at

          reason = Core::Filing::SafeName.line(reason)[0, MAX_REASON]
          row.update(paused_at: now, paused_because: reason)
          record_event_on(number, "instruction.paused", actor, "reason" => reason)
        end
      end

      def resume(actor, number:)
        steer(actor, number) do |row|
          next unless row.paused_at

          row.update(paused_at: nil, paused_because: nil)
          record_event_on(number, "instruction.resumed", actor)
          Store::InstructionRun.where(instruction_id: row.id, state: RunStep::GOING)
            .select_map(:id).each { |id| Jobs::FollowRun.enqueue(id) }
        end
      end

      private

      # Whoever watches over the rules can stop what acts by itself.
      def steer(actor, number)
        transaction do
          row = Store::Instruction.locked(number)
          SaveInstruction.allow!(actor, row) unless actor.may?(:write_rules)
          yield row
          row
        end
      end
    end
  end
end
