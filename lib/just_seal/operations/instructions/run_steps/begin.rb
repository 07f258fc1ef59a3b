# frozen_string_literal: true

module JustSeal
  module Operations
    module RunSteps
      # Begins another standing instruction for the same record.
      class Begin < Step
        def inside
          other = Store::Instruction.live.first(number: step["instruction"])
          raise Errors::Invalid, { "instruction" => :instruction_other } unless other&.for?(record)

          key = "begun:#{run.number}:#{run.step}"
          begun = RunStarter.call(other.id, key: key, record: record, origin: run)
          done({ "run" => begun&.number }.compact)
        end
      end
    end
  end
end
