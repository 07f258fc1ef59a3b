# frozen_string_literal: true

module JustSeal
  module Web
    class Circulations < Base
      # What is done with one of those whom a circulation asks.
      module People
        extend RouteSet

        post "/:number/people/:id/hand-over" do
          change(:hand_over, line: text_param("line", most: 300))
        end

        post "/:number/people/:id/take-out" do
          change(:take_out)
        end

        post "/:number/people/:id/again" do
          change(:try_again)
        end

        private

        def change(what, **given)
          id = params["id"].to_i
          Operations::ChangeRecipient.new.public_send(what, actor, number: circulation.number, id: id, **given)
          redirect circulation_path(circulation)
        rescue Errors::Invalid, Errors::Conflict => e
          invalid = e.is_a?(Errors::Invalid)
          problems = invalid ? Words.problems(e.problems) : { "conflict" => Words.problem(e) }
          show_progress code: invalid ? 422 : 409,
            failed: { dialog: "hand-over-#{id}", problems: problems, typed: params }
        end
      end
    end
  end
end
