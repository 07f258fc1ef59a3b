# frozen_string_literal: true

module JustSeal
  module Web
    class Api < Base
      # Standing instructions: begun for a record, and what became of their runs.
      module Instructions
        extend RouteSet

        get "/instructions" do
          scope!("read")
          page_of(Queries::InstructionList.all(account).map { |row| Queries::ApiShapes.instruction(row) }, nil)
        end

        get "/instructions/:number" do
          scope!("read")
          row = find_instruction
          json Queries::ApiShapes.instruction(row).merge("definition" => row.in_force&.definition.to_h)
        end

        get "/instructions/:number/runs" do
          scope!("read")
          page = Queries::InstructionList.runs(find_instruction, state: said("state"), after: said("after"))
          page_of(page.rows.map { |run| Queries::ApiShapes.run(run) }, page.next_key)
        end

        # One for calls is there for whoever may send; any other for whoever steers it.
        post "/instructions/:number/runs" do
          scope!("send")
          once do
            run = Operations::BeginByCall.call(
              actor,
              number: params["number"],
              record: sight.records.first(number: given["record"].to_s),
              key: "called:#{SecureRandom.uuid}",
              values: given["values"].is_a?(Hash) ? given["values"].transform_values(&:to_s) : {}
            )
            [201, Queries::ApiShapes.run(run), "/runs/#{run.number}"]
          end
        end

        get "/runs/:number" do
          scope!("read")
          json run_shape(find_run)
        end

        post "/runs/:number/retry" do
          scope!("send")
          once { [200, run_shape(Operations::SteerRun.new.retry(actor, number: find_run.number))] }
        end

        post "/runs/:number/end" do
          scope!("send")
          once { [200, run_shape(Operations::SteerRun.new.end(actor, number: find_run.number))] }
        end

        private

        def find_instruction
          Queries::InstructionList.seen_by(account).first(number: params["number"]) ||
            raise(Errors::Missing.new(:no_instruction, number: params["number"]))
        end

        # Of an instruction that they see, or one that they called.
        def find_run
          Queries::InstructionList.run_seen_by(account, params["number"]) ||
            raise(Errors::Missing.new(:no_run, number: params["number"]))
        end

        def run_shape(run)
          told = run.problem && Words.kept(run.problem)
          Queries::ApiShapes.run(run).merge("course" => run.course.to_a, "problem" => told)
        end
      end
    end
  end
end
