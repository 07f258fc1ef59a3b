# frozen_string_literal: true

module JustSeal
  module Store
    # One successful showing of identity.
    class Proof < Sequel::Model(:proofs)
    end
  end
end
