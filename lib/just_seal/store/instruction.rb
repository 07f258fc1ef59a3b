# frozen_string_literal: true

module JustSeal
  module Store
    # A standing instruction: when something happens, steps are done by themselves. +owner+: with whose rights.
    class Instruction < Sequel::Model(:instructions)
      many_to_one :owner, class: "JustSeal::Store::Account"
      many_to_one :record_class, class: "JustSeal::Store::RecordClass"
      one_to_many :versions, class: "JustSeal::Store::InstructionVersion", order: Sequel.desc(:version)

      dataset_module do
        # Those that act.
        def live = exclude(version: nil).where(paused_at: nil)
      end

      # Is +record+ of the class that it is for?
      def for?(record) = record.record_class_id == record_class_id
      def live? = !version.nil? && paused_at.nil?

      # The version that is in force, nil before the first.
      def in_force = version && InstructionVersion[id, version]

      # The instruction with +number+, locked until the transaction ends.
      def self.locked(number)
        where(number: number).for_update.first || raise(Errors::Missing.new(:no_instruction, number: number))
      end
    end
  end
end
