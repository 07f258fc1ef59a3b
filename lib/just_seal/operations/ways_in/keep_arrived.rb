# frozen_string_literal: true

module JustSeal
  module Operations
    # Makes a record of what came by a way in, once it was looked at and nothing is missing; otherwise it waits in its
    # intake for whoever made the way. Safe to run twice.
    class KeepArrived < Operation
      # Returns the records, nil where a person is wanted.
      def call(intake_id)
        arrival = Store::Arrival.first(intake_id: intake_id)
        intake = arrival&.intake
        return if intake.nil? || intake.ended_at

        KeepIntake.call(WayActor.of(arrival.way_in), intake_id: intake_id)
      rescue Errors::Invalid, Errors::Forbidden => e
        wait(arrival, e)
      rescue Errors::Conflict
        nil # it was kept meanwhile, or is still being looked at
      end

      private

      def wait(arrival, error)
        transaction do
          row = Store::Arrival.where(id: arrival.id).for_update.first
          next if row.problem # that was told

          problem = Core::Problem.kept(error)
          row.update(problem: problem)
          way = row.way_in
          about = { "title" => way.name, "file" => row.name, "intake" => row.intake_id, "problem" => problem }
          Messages.post_to_staff(way.account, :way_in_waits, at: now, about: about)
        end
        nil
      end
    end
  end
end
