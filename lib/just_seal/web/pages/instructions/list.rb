# frozen_string_literal: true

module JustSeal
  module Web
    module Pages
      module Instructions
        # Standing instructions: when each begins, with whose rights, and how its runs stand.
        class List < Page
          include InstructionWords

          STATES = Core::Instructions::RunStates

          attr_reader :rows

          # +rows+: [Store::Instruction, ...]; +said+: {id => definition in force}; +counts+: {id => {state => number of
          # runs}}
          def initialize(context, rows, said:, counts:)
            super(context)
            @rows = rows
            @said = said
            @counts = counts
          end

          def place = :rules
          def writes? = may?(:instruct)
          def begins(row) = row.version ? begins_words(@said.fetch(row.id)) : ""
          def owner(row) = row.owner.name

          # [words, tone]
          def state(row)
            return [t(".unpublished"), "plain"] unless row.version

            row.paused_at ? [t(".paused"), "late"] : [t(".live"), "sealed"]
          end

          def asking(row) = sum(row, STATES::ASKING)
          def going(row) = sum(row, STATES::GOING - STATES::ASKING)
          def done(row) = sum(row, STATES::ENDED)

          private

          def sum(row, states) = @counts.fetch(row.id, {}).values_at(*states).compact.sum
        end
      end
    end
  end
end
