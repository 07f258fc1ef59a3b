# frozen_string_literal: true

module JustSeal
  module Operations
    # Who does what a run does: whoever wrote the version that it follows, with the rights that they have today, and
    # named as the run's.
    class RunActor
      # Returns the Core::Actor. Raises Errors::Forbidden where the account has ended.
      def self.of(run)
        owner = run.followed.maker
        unless Store::Account.live.where(id: owner.id).any?
          raise Errors::Forbidden.new(:instruction_owner_gone, name: owner.name)
        end

        Core::Actor.new(
          kind: "staff",
          id: owner.id,
          name: owner.name,
          role: owner.role,
          unit: owner.unit,
          via: "job",
          run: run.number
        )
      end

      # Who is entered for what happens to a run: as above, and where the account has ended, nobody of the staff.
      def self.named(run)
        of(run)
      rescue Errors::Forbidden
        Core::Actor::SYSTEM.with(run: run.number)
      end
    end
  end
end
