# frozen_string_literal: true

module JustSeal
  module Operations
    module RunSteps
      # Prepares a docket of a template, sends it or leaves it to a person to send, and waits until it ends.
      class Sign < Step
        GOOD = %w[sealed gathered].freeze

        # The draft of a run that sends by itself goes out: documents are frozen and time-stamped.
        def outside
          docket = run.docket
          return unless docket&.state == "draft" && step["go"] == "send"

          SendDocket.call(actor, number: docket.number)
        rescue Errors::Conflict
          raise if docket.refresh.state == "draft" # another process has sent it
        end

        def inside
          docket = run.docket&.refresh
          return prepare unless docket
          return came_to(docket) if docket.ended_at

          return outcome("docket", "docket" => docket.number) if docket.state == "out"

          outcome(step["go"] == "send" ? "running" : "look", "docket" => docket.number)
        end

        private

        def prepare
          docket = UseTemplate.call(actor, template: template, answers: answers)
          run.update(docket_id: docket.id, record_id: docket.to_sign.first.record_id)
          db[:instruction_dockets].insert(docket_id: docket.id, run_id: run.id)
          outcome(step["go"] == "send" ? "running" : "look", "docket" => docket.number)
        end

        def template
          found = Store::DocketTemplate.seen_by(Store::Account[actor.id]).first(code: step["template"])
          return found if found&.used?

          raise Errors::Invalid, { "template" => :instruction_template }
        end

        def answers = Queries::RunAnswers.new(record, step, values).to_h(case_file: step["makes"] && place)
        def place = case_file(filled(step["place"]))

        def came_to(docket)
          facts = { "docket" => docket.number, "state" => docket.state }
          return done(facts) if GOOD.include?(docket.state)

          case way_on(docket)
          when "anew" then anew(docket, facts)
          when "ask" then raise Errors::Invalid, { "docket" => ended(docket) }
          else outcome("ended", facts)
          end
        end

        # Whoever withdrew it had a reason.
        def way_on(docket) = step.fetch(docket.state, "end")

        def anew(docket, facts)
          if run.tries + 1 >= Core::Instructions::StepKinds::MAX_TRIES
            raise Errors::Invalid, { "docket" => ended(docket) }
          end

          outcome("again", facts)
        end

        def ended(docket)
          Core::Problem.new(:instruction_docket_ended, docket: docket.number, state: docket.state)
        end
      end
    end
  end
end
