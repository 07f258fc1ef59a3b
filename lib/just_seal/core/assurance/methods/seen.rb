# frozen_string_literal: true

module JustSeal
  module Core
    module Assurance
      module Methods
        # Somebody of the staff saw the person with an identity document.
        class Seen < ProofMethod
          id :seen
          factors :has
          channel :in_person
          ease 12
          needs :colleague
          ideal expires: "9999-12-31"

          def unfit(proof, now) = proof["expires"].to_s >= now.strftime("%F") ? nil : :document_expired
        end
      end
    end
  end
end
