# frozen_string_literal: true

module JustSeal
  module Cli
    # `bin/justseal units ACTION ...`: what the page of the units does.
    module Units
      extend Actions

      ACTIONS = { "list" => %i[], "save" => %i[above head], "end" => %i[] }.freeze

      module_function

      def list
        Queries::UnitTree.new.rows.each do |row|
          facts = { name: "#{"  " * row.depth}#{row.name}", count: row.people }
          head = row.unit.head&.name
          puts head ? Cli.say("units.headed", **facts, head: head) : Cli.say("units.line", **facts)
        end
        0
      end

      # What is not given of a unit that is there stays as it is; an empty option takes it away.
      def save(name, above: nil, head: nil)
        now = Queries::Lookup.unit(name)
        unit = Operations::KeepUnits.new.save(
          Cli.actor,
          name: name,
          above: above || now&.above.to_s,
          head_id: head ? head_of(head) : now&.head_id
        )
        told("saved", unit.name)
      end

      def end(name)
        Operations::KeepUnits.new.end(Cli.actor, name: name)
        told("ended", name)
      end

      def head_of(email) = email.empty? ? nil : Staff.id(email)

      def told(key, name)
        puts Cli.say("units.#{key}", name: name)
        0
      end
    end
  end
end
