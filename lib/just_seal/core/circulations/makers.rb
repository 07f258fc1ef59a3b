# frozen_string_literal: true

module JustSeal
  module Core
    module Circulations
      # Who may circulate what is of a class, of those who may send: roles, and people besides; where the class says
      # nothing, all of them.
      module Makers
        module_function

        # +said+: {"roles" => [role, ...], "people" => [id of an account, ...]} or nil; +role+, +id+: of whoever asks.
        def may?(said, role:, id:)
          return false unless Rights.may?(role, :send)
          return true if said.nil? || said.values.all?(&:empty?)

          said["roles"].to_a.include?(role) || said["people"].to_a.include?(id)
        end
      end
    end
  end
end
