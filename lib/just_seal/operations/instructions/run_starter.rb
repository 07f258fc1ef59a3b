# frozen_string_literal: true

module JustSeal
  module Operations
    # Begins a run of a standing instruction: once for each thing that starts it, no more a day than it says, and not
    # where it led to itself.
    class RunStarter < Operation
      # How many runs may lead to one another.
      MAX_DEPTH = 10

      # +instruction_id+; +key+: what it is started for; +record+: Store::Record; +call+: {name => text} that a call
      # brought; +origin+: the Store::InstructionRun that caused it; +actor+: who asked for it, nil where it began by
      # itself. Returns the Store::InstructionRun, nil where there is nothing to begin.
      def call(instruction_id, key:, record:, call: {}, origin: nil, actor: nil)
        transaction do
          instruction = Store::Instruction.where(id: instruction_id).for_update.first
          next unless instruction.live? && seen?(instruction, record)
          next if Store::InstructionRun.where(instruction_id: instruction_id, key: key).any?

          state = state(instruction, origin)
          run = create(
            instruction,
            key,
            state,
            record_id: record.id,
            call: Sequel.pg_jsonb(call),
            origin_id: origin&.id
          )
          note(run, instruction, record, actor || RunActor.named(run))
          go(run, instruction)
        end
      end

      private

      # What its owner may not see starts nothing.
      def seen?(instruction, record) = Queries::VisibleScope.new(instruction.owner).record?(record)

      def create(instruction, key, state, **values)
        number = format("%s-%05d", instruction.number, Store::Counters.next("run:#{instruction.number}"))
        Store::InstructionRun.create(
          number: number,
          instruction_id: instruction.id,
          version: instruction.version,
          key: key,
          state: state,
          created_at: now,
          state_since: now,
          **values
        )
      end

      def state(instruction, origin)
        before = ancestors(origin)
        return "loop" if before.size >= MAX_DEPTH || before.include?(instruction.id)

        today(instruction) < instruction.in_force.definition.to_h.fetch("limit") ? "running" : "limit"
      end

      # Ids of the instructions that led here.
      def ancestors(run)
        all = []
        while run && all.size < MAX_DEPTH
          all << run.instruction_id
          run = run.origin
        end
        all
      end

      # How many of it were begun since midnight.
      def today(instruction)
        day = office.zone.to_local(now).to_date
        midnight = office.zone.local_to_utc(Time.utc(day.year, day.month, day.day))
        Store::InstructionRun.where(instruction_id: instruction.id, created_at: midnight..)
          .exclude(state: %w[limit loop]).count
      end

      def note(run, instruction, record, actor)
        facts = {
          "instruction" => instruction.number,
          "version" => run.version,
          "for" => run.key,
          "record" => record.number,
          "origin" => run.origin&.number,
          "state" => run.state
        }
        record_event_on(run.number, "instruction.run_started", actor, facts.compact)
      end

      def go(run, instruction)
        case run.state
        when "running" then Jobs::FollowRun.enqueue(run.id)
        when "limit" then ask(run, instruction)
        when "loop" then stop(run, instruction)
        end
        run
      end

      # The owner is asked once, for all that wait.
      def ask(run, instruction)
        waiting = Store::InstructionRun.where(instruction_id: instruction.id, state: "limit").exclude(id: run.id)
        InstructionNotice.call(run, :instruction_limit) if waiting.empty?
      end

      def stop(run, instruction)
        because = Core::Problem.new(:instruction_loop, run: run.number, origin: run.origin.number)
        run.update(problem: Core::Problem.kept(because))
        instruction.update(paused_at: now, paused_because: Core::Problem.kept(because))
        record_event_on(
          instruction.number,
          "instruction.paused",
          Core::Actor::SYSTEM,
          "loop" => run.number,
          "origin" => run.origin.number
        )
        InstructionNotice.call(run, :instruction_loop)
      end
    end
  end
end
