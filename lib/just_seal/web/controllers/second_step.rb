# frozen_string_literal: true

module JustSeal
  module Web
    # The second step of signing in, for staff who have enrolled an app or a passkey.
    class SecondStep < Base
      get("") { session["second_step"] == "wanted" ? ask(nil) : redirect("/") }

      post "" do
        passed(steps.by_code(actor, code: text_param("code", most: 40)))
      end

      post("/key/begin") { json steps.question(actor) }

      post "/key" do
        answer = json_body["answer"]
        right = steps.by_key(actor, answer: answer.is_a?(Hash) ? answer : {})
        through if right
        status 422 unless right
        right ? json("next" => "/") : json_problem(Operations::SecondSteps::WRONG)
      end

      private

      def steps = Operations::SecondSteps.new

      def passed(right)
        if right
          through
          return redirect("/")
        end
        status 422
        ask(Operations::SecondSteps::WRONG)
      end

      def through
        session["second_step"] = "done"
        Operations::SignIns.new.done(actor, account.email.to_s, factors: 2)
      end

      def ask(problem)
        kinds = Queries::SecondSteps.of(account.id).map(&:kind)
        page = Pages::SignIn::SecondStep.new(context, kinds: kinds, problem: problem && Words.problem(problem))
        show_page page, code: response.status
      end
    end
  end
end
