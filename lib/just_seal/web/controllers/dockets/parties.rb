# frozen_string_literal: true

module JustSeal
  module Web
    class Dockets < Base
      # Who acts on a draft, by when, and with which message.
      module Parties
        extend RouteSet

        get "/:number/parties" do
          docket = draft
          who_form(docket, {}, WhoForm.from(docket, office))
        end

        post "/:number/parties" do
          form = WhoForm.new(params, office)
          step, what = params["then"].to_s.split("-")
          return who_form(draft, {}, rearranged(form, step, what)) if %w[add remove].include?(step)

          docket = Operations::EditDocket.call(actor, number: params["number"], **form.values)
          return saved(docket) if params["then"] == "save"

          redirect "/dockets/#{params["number"]}/#{params["then"] == "check" ? "check" : "fields"}"
        rescue Errors::Invalid => e
          status 422
          if params["then"] == "save"
            json_problem(Words.problems(e.problems).values.first)
          else
            who_form(
              draft,
              Words.problems(e.problems),
              form
            )
          end
        rescue Errors::Conflict => e
          status 409
          if params["then"] == "save"
            json_problem(Words.problem(e))
          else
            who_form(
              draft,
              { "conflict" => Words.problem(e) },
              form
            )
          end
        end

        # Who else has this draft open, and how often it was saved.
        get "/:number/editors" do
          content_type :json
          others = Operations::OpenDraft.call(actor, number: draft.number)
          JSON.generate("others" => others, "edits" => find.edits)
        end

        private

        # The form with a party more or less; nothing is saved yet, and nothing that is typed gets lost.
        def rearranged(form, step, what)
          return form.without(what) if step == "remove"

          case what
          when "me" then form.with("staff", account: account.id.to_s)
          when "all", "one" then with_group(form, what)
          when /\Asource\.(\d+)\z/ then with_source(form, Regexp.last_match(1).to_i)
          else form.with(what == "staff" ? "staff" : "outside")
          end
        end

        # +what+: "all" of the people of a group, or "one" of them, whoever it will be.
        def with_group(form, what)
          group = Queries::Lookup.group(params["group"]) or return form
          what == "all" ? form.with_all(group.seats) : form.with("group", group: group.id.to_s, name: group.name)
        end

        def with_source(form, index)
          source = Queries::PartySources.of(draft)[index]
          source ? form.with_all([source[:seat]]) : form
        end

        # For the browser that saves while somebody types.
        def saved(docket)
          content_type :json
          readiness = points(docket).map { |point| readiness_for_script(point, docket) }
          JSON.generate("edits" => docket.edits, "readiness" => readiness)
        end

        def who_form(docket, problems, form)
          page = Pages::Dockets::Parties.new(
            context,
            docket,
            problems: problems,
            form: form,
            documents: docket.documents,
            points: points(docket),
            staff: Queries::Choices.staff,
            groups: Queries::Choices.groups,
            sources: Queries::PartySources.of(docket),
            templates: Queries::FittingTemplates.of(docket, account)
          )
          show_page page, code: response.status
        end
      end
    end
  end
end
