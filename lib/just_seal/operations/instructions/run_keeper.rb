# frozen_string_literal: true

module JustSeal
  module Operations
    # Moves runs from state to state, each move with its entry on the run's own chain.
    class RunKeeper < Operation
      # What a step came to: +state+: "done" goes on to the next, "again" begins it anew, "running" has more to do;
      # "look" and "docket" wait, "ended" ends the run; +facts+: for the entry.
      Outcome = Core::Value.of(:state, :facts)

      # Keeps what the step at +place+ (Core::Instructions::Line::Place) came to. Returns :on where more can be done.
      def keep(run, place, outcome)
        case outcome.state
        when "done" then advance(run, place, outcome.facts)
        when "again" then again(run, outcome.facts)
        when "running" then note(run, "running", outcome.facts)
        when "ended" then stop(run, outcome.facts)
        else wait(run, outcome)
        end
      end

      def pass(run, place)
        advance(run, place, nil)
      end

      def finish(run)
        run.update(state: "done", state_since: now, problem: nil)
        enter(run, "run_ended", "outcome" => "done")
        nil
      end

      # A person is wanted: the run waits until somebody tries again or ends it.
      def hold(run_id, error)
        transaction do
          run = Store::InstructionRun.locked(run_id)
          next unless RunStep::GOING.include?(run.state)

          kept = error.is_a?(Errors::Invalid) ? error.problems.values.first : error
          run.update(state: "person", state_since: now, problem: Core::Problem.kept(kept))
          enter(run, "run_held", "step" => run.step + 1, "reason" => reason(kept))
          InstructionNotice.call(run, :instruction_held, problem: run.problem)
          nil
        end
      end

      # The entry +kind+ on the chain of +run+.
      def enter(run, kind, facts = {}, actor = nil)
        record_event_on(run.number, "instruction.#{kind}", actor || RunActor.named(run), facts)
      end

      private

      def reason(kept) = (kept.is_a?(Symbol) ? kept : kept.reason).to_s

      def advance(run, place, facts)
        said = { "step" => run.step + 1, "kind" => place.step["kind"] }
        told = facts ? said.merge(facts) : said
        run.update(
          step: run.step + 1,
          tries: 0,
          state: "running",
          state_since: now,
          docket_id: nil,
          circulation_id: nil,
          problem: nil,
          course: course(run, told.merge("passed" => facts.nil?))
        )
        enter(run, facts ? "step_done" : "step_passed", told)
        :on
      end

      def again(run, facts)
        run.update(tries: run.tries + 1, state: "running", state_since: now, docket_id: nil)
        enter(run, "step_anew", { "step" => run.step + 1, **facts })
        :on
      end

      def note(run, state, facts)
        run.update(state: state, state_since: now)
        enter(run, "step_begun", { "step" => run.step + 1, **facts })
        :on
      end

      def wait(run, outcome)
        return if run.state == outcome.state

        run.update(state: outcome.state, state_since: now)
        enter(run, "run_waits", { "step" => run.step + 1, "state" => outcome.state, **outcome.facts })
        nil
      end

      def stop(run, facts)
        run.update(state: "ended", state_since: now)
        enter(run, "run_ended", { "outcome" => "ended", **facts })
        InstructionNotice.call(run, :instruction_ended, **facts.transform_keys(&:to_sym))
        nil
      end

      def course(run, told)
        Sequel.pg_jsonb([*run.course.to_a, told.merge("at" => Core::Ledger::Entry.time(now))])
      end
    end
  end
end
