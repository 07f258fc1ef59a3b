# frozen_string_literal: true

module JustSeal
  module Core
    module Assurance
      # One successful showing of identity. +method+: a key of Methods::ALL; +at+: Time; +facts+: what it brought to
      # light, text keys: "factors" (account: 1 or 2), "bound_level" (passkey, app_code: the level under which it was
      # enrolled), "name_agrees" (civil_id: true, or what did not agree), "faults" (card: [] when path, status, usage
      # and holder are all right), "expires" (seen: ISO date of the identity document).
      Proof = Value.of(:method, :at, :facts) do
        def of_method = Methods::ALL[method]
        def [](name) = facts.to_h[name]
      end
    end
  end
end
