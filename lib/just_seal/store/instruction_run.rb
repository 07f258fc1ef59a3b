# frozen_string_literal: true

module JustSeal
  module Store
    # One time that a standing instruction was followed.
    class InstructionRun < Sequel::Model(:instruction_runs)
      many_to_one :instruction, class: "JustSeal::Store::Instruction"
      many_to_one :record, class: "JustSeal::Store::Record"
      many_to_one :docket, class: "JustSeal::Store::Docket"
      many_to_one :circulation, class: "JustSeal::Store::Circulation"
      many_to_one :origin, class: "JustSeal::Store::InstructionRun"

      STATES = Core::Instructions::RunStates

      dataset_module do
        def going = exclude(state: STATES::ENDED)
        # Those that go on when something happens to their docket.
        def awaiting = where(state: STATES::AWAITING)
      end

      def ended? = STATES::ENDED.include?(state)
      # The Store::InstructionVersion by which it goes, whatever was published since.
      def followed = InstructionVersion[instruction_id, version]

      # The run +id+, locked until the transaction ends.
      def self.locked(id) = where(id: id).for_update.first
    end
  end
end
