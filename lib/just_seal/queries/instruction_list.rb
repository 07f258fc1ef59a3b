# frozen_string_literal: true

module JustSeal
  module Queries
    # Standing instructions and their runs, and who may see them.
    module InstructionList
      SIZE = 40
      # Those who see all: they answer for records, or ask about them.
      SEEING = %w[administrator compliance auditor].freeze

      module_function

      def seen_by(person)
        return Store::Instruction.dataset if SEEING.include?(person.role)

        Store::Instruction.where(owner_id: person.id)
      end

      # All of them, the newest first.
      def all(person) = seen_by(person).eager(:owner, :record_class).order(Sequel.desc(:id)).all

      # {id => definition of the version in force}
      def in_force(instructions)
        wanted = instructions.select(&:version).map { |row| [row.id, row.version] }
        found = Store::InstructionVersion.where(%i[instruction_id version] => wanted).all
        found.to_h { |one| [one.instruction_id, one.definition.to_h] }
      end

      # {id => {state => number of runs}}
      def counts(instructions)
        runs = Store::InstructionRun.where(instruction_id: instructions.map(&:id))
        runs.group_and_count(:instruction_id, :state).all.each_with_object({}) do |row, all|
          (all[row[:instruction_id]] ||= {})[row[:state]] = row[:count]
        end
      end

      # A Page of runs, the newest first.
      def runs(instruction, state: nil, after: nil)
        found = Store::InstructionRun.where(instruction_id: instruction.id)
        found = found.where(state: state) if state
        Page.of(found.eager(:record, :docket), after: after, size: SIZE)
      end

      # The run with +number+, nil for none.
      def run(instruction, number) = Store::InstructionRun.first(instruction_id: instruction.id, number: number)

      # The run with +number+ for +person+: of an instruction that they see, or that anybody may call, for a record that
      # they see; nil for none.
      def run_seen_by(person, number)
        run = Store::InstructionRun.first(number: number.to_s) or return
        return run if seen_by(person).where(id: run.instruction_id).any?

        run if run.instruction.starts_on == "called" && VisibleScope.new(person).record?(run.record)
      end

      # Runs of +person+'s instructions for which somebody is wanted, the oldest first.
      def asking(person, most: SIZE)
        mine = Store::Instruction.where(owner_id: person.id).select(:id)
        Store::InstructionRun.where(instruction_id: mine, state: Core::Instructions::RunStates::ASKING).eager(
          :instruction, :record, :docket
        )
          .order(:id).limit(most).all
      end

      # The run that prepared +docket+, nil where a person did.
      def run_of(docket)
        id = Store.db[:instruction_dockets].where(docket_id: docket.id).get(:run_id)
        id && Store::InstructionRun[id]
      end
    end
  end
end
