# frozen_string_literal: true

module JustSeal
  module Demo
    # What is done by itself in the demo office: two standing instructions in force, and one that is stopped.
    module Instructed
      LEASES = {
        "on" => "captured",
        "class" => "QL",
        "limit" => 20,
        "steps" => [
          {
            "kind" => "notify",
            "to" => "edda.viken@ravensholm.example",
            "message" => "{{title}} is for {{yearly_rent}} EUR a year.",
            "when" => "yearly_rent >= 50000 EUR"
          },
          { "kind" => "sign", "template" => "DT-005", "go" => "look", "refused" => "ask", "lapsed" => "anew" },
          { "kind" => "rename", "title" => "Quay lease, {{tenant}}" },
          { "kind" => "move", "place" => "East quay leases" }
        ]
      }.freeze
      BEGINNING = {
        "on" => "date",
        "class" => "MB",
        "name" => "valid_from",
        "days" => 60,
        "limit" => 50,
        "steps" => [
          { "kind" => "notify", "message" => "The licence of {{vessel}} begins on {{valid_from|date:%d.%m.%Y}}." }
        ]
      }.freeze
      INCIDENTS = {
        "on" => "captured",
        "class" => "IN",
        "limit" => 10,
        "steps" => [
          { "kind" => "circulate", "people" => "unit:Harbour master", "act" => "acknowledge", "days" => 5 }
        ]
      }.freeze
      # title, definition, does it go on?
      ALL = [
        ["Quay leases go to the tenant", LEASES, true],
        ["Berth licences that begin soon", BEGINNING, true],
        ["Incident statements go round the harbour master's people", INCIDENTS, false]
      ].freeze

      STOPPED = "Until the harbour master has agreed to the new form."

      module_function

      # +staff+: gives the actor of a key.
      def tell(staff)
        ALL.each do |title, definition, goes_on|
          kept = Operations::SaveInstruction.call(
            staff.call(:maren),
            title: title,
            definition: Core::Instructions::Definition.read(definition)
          )
          number = kept.instruction.number
          next if goes_on

          Operations::PublishInstruction.new.pause(staff.call(:edda), number: number, reason: STOPPED)
        end
        Operations::FindNearDates.call
      end
    end
  end
end
