# frozen_string_literal: true

module JustSeal
  module Operations
    # Tells the owner of a standing instruction by mail that somebody is wanted; where they have left, the
    # administrators. Runs in the transaction of why.
    class InstructionNotice < Operation
      # +kind+: of Messages::StaffMail; +to+: Store::Account, nil for whoever is responsible; +about+: more facts.
      def call(run, kind, to: nil, **about)
        facts = {
          "run" => run.number,
          "instruction" => run.instruction.number,
          "title" => run.instruction.title,
          "record" => run.record.number,
          **about.transform_keys(&:to_s)
        }
        people = to ? [to] : responsible(run)
        people.each { |account| Messages.post_to_staff(account, kind, at: now, about: facts) }
      end

      private

      def responsible(run)
        live = Store::Account.live
        owner = live.first(id: run.instruction.owner_id)
        owner ? [owner] : live.where(role: "administrator").order(:id).all
      end
    end
  end
end
