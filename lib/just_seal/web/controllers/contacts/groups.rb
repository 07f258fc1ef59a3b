# frozen_string_literal: true

module JustSeal
  module Web
    class Contacts < Base
      # Groups of people, of whom one may act for all.
      module Groups
        extend RouteSet

        get "/groups" do
          show_page Pages::Contacts::Groups.new(context, Queries::Choices.groups)
        end

        get "/groups/new" do
          allow!(:keep_contacts)
          group_form(nil, { "name" => "", "members" => "" }, {})
        end

        get "/groups/:id" do
          group = Queries::Lookup.group(params["id"]) || raise(Errors::Missing, :no_such_group)
          group_form(
            group,
            {
              "name" => group.name,
              "members" => group.seats.map do |seat|
                "#{seat[:name]} <#{seat[:email]}>"
              end.join("\n")
            },
            {}
          )
        end

        post "/groups" do
          save_group(nil)
        end

        post "/groups/:id" do
          save_group(Queries::Lookup.group(params["id"]) || raise(Errors::Missing, :no_such_group))
        end

        private

        def save_group(group)
          Operations::SaveGroup.call(
            actor,
            name: text_param("name"),
            lines: text_param("members").split("\n"),
            id: group&.id,
            edits: params["edits"].to_i
          )
          redirect "/contacts/groups"
        rescue Errors::Invalid, Errors::Conflict => e
          status e.is_a?(Errors::Invalid) ? 422 : 409
          group_form(
            group,
            { "name" => text_param("name"), "members" => text_param("members") },
            e.is_a?(Errors::Invalid) ? Words.problems(e.problems) : { "conflict" => Words.problem(e) }
          )
        end

        def group_form(group, typed, problems)
          page = Pages::Contacts::GroupEdit.new(context, group, typed: typed, problems: problems)
          show_page page, code: response.status
        end
      end
    end
  end
end
