# frozen_string_literal: true

module JustSeal
  module Operations
    module RunSteps
      # Tells other programs, at the addresses that webhooks name.
      class Call < Step
        def inside
          told = CallWebhooks.new.instruction(run, step: run.step + 1, message: filled(step["message"]))
          raise Errors::Invalid, { "call" => :instruction_no_webhook } if told.zero?

          done("told" => told)
        end
      end
    end
  end
end
