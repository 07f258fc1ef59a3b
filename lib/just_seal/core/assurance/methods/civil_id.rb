# frozen_string_literal: true

module JustSeal
  module Core
    module Assurance
      module Methods
        # The civil registry vouches for the person.
        class CivilId < ProofMethod
          id :civil_id
          factors :has
          channel :registry
          ease 6
          needs :registry
          ideal name_agrees: true

          def unfit(proof, _now) = proof["name_agrees"] == true ? nil : :name_disagrees
        end
      end
    end
  end
end
