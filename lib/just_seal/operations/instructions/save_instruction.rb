# frozen_string_literal: true

module JustSeal
  module Operations
    # Writes a standing instruction, or a new version of one. It counts once it is published (PublishInstruction), and
    # acts with the rights of whoever wrote it.
    class SaveInstruction < Operation
      MAX_TITLE = 200

      # +number+: of the one that gets a new version, nil for a new one; +definition+: as of
      # Core::Instructions::Definition; +version+: the newest that the editor knew, 0 for none. Returns the
      # Store::InstructionVersion. Raises Errors::Invalid as Core::Instructions::Review tells it, and "title";
      # Errors::Conflict when somebody else was faster.
      def call(actor, title:, definition:, number: nil, version: 0)
        allow!(actor, :instruct)
        title = Core::Filing::SafeName.line(title)
        refuse(actor, title, definition, number)
        transaction do
          row = number ? own(actor, number) : create(actor, title)
          newest = Store::InstructionVersion.where(instruction_id: row.id).max(:version).to_i
          raise Errors::Conflict.new(:instruction_changed, number: row.number) unless newest == version

          keep(actor, row, title, definition, newest + 1)
        end
      end

      # {place => problem} of +definition+ for +actor+.
      def self.problems(actor, definition, number: nil)
        Core::Instructions::Review.call(definition, **Queries::InstructionChoices.known(actor, except: number))
      end

      # Whoever wrote it, and an administrator, steers it.
      def self.allow!(actor, row)
        return if row.owner_id == actor.id || Core::Rights.may?(actor.role, :manage_any_docket)

        raise Errors::Forbidden.new(:instruction_of_others, number: row.number)
      end

      private

      def refuse(actor, title, definition, number)
        problems = self.class.problems(actor, definition, number: number)
        problems["title"] = :instruction_unnamed unless title.length.between?(1, MAX_TITLE)
        raise Errors::Invalid, problems if problems.any?
      end

      def own(actor, number) = Store::Instruction.locked(number).tap { |row| self.class.allow!(actor, row) }

      def create(actor, title)
        prefix = office.number_prefix
        number = format("%s-S-%04d", prefix, Store::Counters.next("instruction:#{prefix}"))
        Store::Instruction.create(number: number, title: title, owner_id: actor.id, made_at: now)
      end

      def keep(actor, row, title, definition, version)
        kept = Store::InstructionVersion.create(
          instruction_id: row.id,
          version: version,
          title: title,
          definition: Sequel.pg_jsonb(definition),
          made_by: actor.id,
          made_at: now
        )
        facts = { "version" => version, "title" => title, "sha256" => PublishInstruction.digest(definition) }
        record_event_on(row.number, "instruction.written", actor, facts)
        PublishInstruction.new.publish(actor, row, kept) if PublishRulebook.alone?
        kept
      end
    end
  end
end
