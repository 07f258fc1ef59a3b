# frozen_string_literal: true

module JustSeal
  module Operations
    # What people do with runs of a standing instruction: trying again, ending, and letting go on what its limit keeps.
    class SteerRun < Operation
      # Tries again what a person was asked for.
      def retry(actor, number:)
        steer(actor, number, "run_retried") do |run|
          raise Errors::Conflict.new(:run_moved, number: number) unless run.state == "person"

          run.update(state: "running", state_since: now, problem: nil, **without_ended_docket(run))
          Jobs::FollowRun.enqueue(run.id)
        end
      end

      # Ends it; what it sent stays out.
      def end(actor, number:)
        steer(actor, number, "run_ended", "outcome" => "ended") do |run|
          raise Errors::Conflict.new(:run_moved, number: number) if run.ended?

          run.update(state: "ended", state_since: now)
        end
      end

      # Lets runs go on that the limit of the day holds back, the oldest first; +most+: how many. Returns how many it
      # let go.
      def release(actor, number:, most:)
        raise Errors::Invalid, { "most" => :instruction_release } unless most.positive?

        transaction do
          instruction = Store::Instruction.locked(number)
          SaveInstruction.allow!(actor, instruction)
          held = Store::InstructionRun.where(instruction_id: instruction.id, state: "limit").order(:id).limit(most)
          ids = held.for_update.select_map(:id)
          Store::InstructionRun.where(id: ids).update(state: "running", state_since: now)
          ids.each { |id| Jobs::FollowRun.enqueue(id) }
          record_event_on(number, "instruction.limit_lifted", actor, "runs" => ids.size) if ids.any?
          ids.size
        end
      end

      # Ends all that the limit holds back. Returns how many.
      def drop(actor, number:)
        transaction do
          instruction = Store::Instruction.locked(number)
          SaveInstruction.allow!(actor, instruction)
          held = Store::InstructionRun.where(instruction_id: instruction.id, state: "limit")
          dropped = held.update(state: "ended", state_since: now)
          record_event_on(number, "instruction.limit_dropped", actor, "runs" => dropped) if dropped.positive?
          dropped
        end
      end

      private

      def steer(actor, number, kind, facts = {})
        transaction do
          run = Store::InstructionRun.where(number: number).for_update.first or
            raise Errors::Missing.new(:no_run, number: number)
          SaveInstruction.allow!(actor, run.instruction)
          yield run
          RunKeeper.new.enter(run, kind, { "step" => run.step + 1, **facts }, actor)
          run
        end
      end

      # What was refused or has lapsed is prepared anew.
      def without_ended_docket(run)
        run.docket&.ended_at && run.docket.state != "sealed" ? { docket_id: nil, tries: run.tries + 1 } : {}
      end
    end
  end
end
