# frozen_string_literal: true

module JustSeal
  module Store
    # One version of what a standing instruction says; never changed. It counts once it is published.
    class InstructionVersion < Sequel::Model(:instruction_versions)
      unrestrict_primary_key
      many_to_one :instruction, class: "JustSeal::Store::Instruction"
      many_to_one :maker, class: "JustSeal::Store::Account", key: :made_by

      # Who published it and when, nil before that.
      def publication = db[:instruction_publications].first(instruction_id: instruction_id, version: version)
      def steps = definition.to_h.fetch("steps")
    end
  end
end
