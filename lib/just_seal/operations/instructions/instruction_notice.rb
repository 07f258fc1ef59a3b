# frozen_string_literal: true

module JustSeal
  module Operations
    # Tells the owner of a standing instruction by mail that somebody is wanted. Runs in the transaction of why.
    class InstructionNotice < Operation
      # +kind+: of Messages::StaffMail; +to+: Store::Account, the owner by default; +about+: more facts.
      def call(run, kind, to: run.instruction.owner, **about)
        facts = {
          "run" => run.number,
          "instruction" => run.instruction.number,
          "title" => run.instruction.title,
          "record" => run.record.number,
          **about.transform_keys(&:to_s)
        }
        Messages.post_to_staff(to, kind, at: now, about: facts)
      end
    end
  end
end
