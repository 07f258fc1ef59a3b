# frozen_string_literal: true

module JustSeal
  module Operations
    # Begins a standing instruction for one record because somebody asks for it, by hand or by a program. Any that is in
    # force can be begun so by whoever steers it; one for calls also by whoever may send and see the record.
    class BeginByCall < Operation
      MAX_VALUE = 1000

      # +record+: Store::Record, nil where it is not known; +key+: what makes two calls the same; +values+: {name =>
      # text} that the instruction asks for. Returns the Store::InstructionRun. Raises Errors::Invalid, Errors::Conflict
      # where it is stopped or that call has begun a run.
      def call(actor, number:, record:, key:, values: {})
        allow!(actor, :send)
        row = Store::Instruction.first(number: number) or raise Errors::Missing.new(:no_instruction, number: number)
        SaveInstruction.allow!(actor, row) unless row.starts_on == "called"
        raise Errors::Invalid, { "record" => :not_known_here } unless record && row.for?(record)
        raise Errors::Conflict.new(:instruction_stopped, number: number) unless row.live?

        begun = RunStarter.call(row.id, key: key, record: record, call: asked(row, values), actor: actor)
        begun || raise(Errors::Conflict.new(:instruction_begun, number: number))
      end

      private

      def asked(row, values)
        names = row.in_force.definition.to_h["asks"].to_a
        odd = values.keys - names
        raise Errors::Invalid, { "values" => Core::Problem.new(:call_unknown, names: odd) } if odd.any?

        missing = names.select { |name| values[name].to_s.strip.empty? }
        raise Errors::Invalid, { "values" => Core::Problem.new(:call_missing, names: missing) } if missing.any?

        values.slice(*names).transform_values { |text| Core::Instructions::Definition.text(text)[0, MAX_VALUE] }
      end
    end
  end
end
