# frozen_string_literal: true

module JustSeal
  module Web
    class Instructions < Base
      # Runs of one standing instruction: looked at, tried again, ended.
      module Runs
        extend RouteSet

        get "/:number/runs/:run" do
          show_page Pages::Instructions::Run.new(context, find_run, seen: find_run_seen?)
        end

        post "/:number/runs/:run/retry" do
          Operations::SteerRun.new.retry(actor, number: find_run.number)
          redirect instruction_run_path(find, find_run)
        end

        post "/:number/runs/:run/end" do
          Operations::SteerRun.new.end(actor, number: find_run.number)
          redirect instruction_run_path(find, find_run)
        end

        private

        def find_run
          @find_run ||= Queries::InstructionList.run(find, params["run"].to_s) or
            raise Errors::Missing.new(:no_run, number: params["run"].to_s)
        end

        def find_run_seen? = sight.record?(find_run.record)
      end
    end
  end
end
