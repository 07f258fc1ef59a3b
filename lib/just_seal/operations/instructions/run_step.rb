# frozen_string_literal: true

module JustSeal
  module Operations
    # Does the next step of a run, once. What is slow happens outside of the transaction that moves the run; whoever
    # dies in between leaves what the next one finds and goes on with.
    class RunStep < Operation
      STEPS = {
        "sign" => RunSteps::Sign,
        "write" => RunSteps::Write,
        "rename" => RunSteps::Rename,
        "move" => RunSteps::Move,
        "notify" => RunSteps::Notify,
        "circulate" => RunSteps::Circulate,
        "call" => RunSteps::Call,
        "begin" => RunSteps::Begin
      }.freeze
      GOING = Core::Instructions::RunStates::GOING

      # Returns :on where more can be done at once. What can't be done is asked of a person; raises Errors::Unavailable
      # while an authority is away.
      def call(run_id)
        run = Store::InstructionRun[run_id]
        return unless GOING.include?(run.state) && run.instruction.paused_at.nil?

        before(run)
        transaction { go(run_id) }
      rescue Errors::Unavailable
        raise
      rescue Error, Core::Refused => e
        RunKeeper.new.hold(run_id, e)
      end

      private

      # What a step begins in one transaction and ends outside of it.
      def before(run)
        step = run.followed.steps[run.step] or return
        STEPS.fetch(step["kind"]).new(run, step).outside
      end

      def go(run_id)
        run = Store::InstructionRun.locked(run_id)
        return unless GOING.include?(run.state)

        place = place(run)
        keeper = RunKeeper.new
        return keeper.finish(run) unless place
        return keeper.pass(run, place) if place.taken == :passed
        raise Errors::Invalid, { "when" => :instruction_undecided } if place.taken == :undecided

        keeper.keep(run, place, STEPS.fetch(place.step["kind"]).new(run, place.step).inside)
      end

      # A step that has begun goes on, whatever has become of the values since.
      def place(run)
        line = Core::Instructions::Line.new(run.followed.steps)
        found = line.place(run.step, Queries::DocketFilling.particulars(run.record))
        found && (run.docket_id || run.circulation_id) ? found.with(taken: :taken) : found
      end
    end
  end
end
