# frozen_string_literal: true

module JustSeal
  module Web
    class Dockets < Base
      # A draft is made like a docket template, and a docket template like a docket.
      module Templating
        extend RouteSet

        # What a template would change, before it does.
        get "/:number/template/:code" do
          docket = draft
          template = template(params["code"])
          plan = Queries::TemplatePlan.new(docket, template.definition)
          show_page Pages::Dockets::Template.new(
            context,
            docket,
            documents: docket.documents,
            docket_template: template,
            plan: plan
          )
        end

        post "/:number/template/:code" do
          Operations::ApplyTemplate.call(
            actor,
            number: params["number"],
            edits: params["edits"].to_i,
            template: template(params["code"])
          )
          redirect "/dockets/#{params["number"]}/parties"
        end

        get "/:number/as-template" do
          docket = find
          allow!(:prepare)
          show_page Pages::Dockets::AsTemplate.new(context, docket, units: units)
        end

        post "/:number/as-template" do
          docket = find
          definition = Queries::TemplateFrom.new(docket, text_param("title", most: 300)).definition
          row = Operations::SaveDocketTemplate.call(
            actor,
            definition: definition,
            units: Array(params["units"]).map(&:to_s)
          )
          redirect "/rules/docket-templates/#{row.code}"
        rescue Errors::Invalid => e
          as_template = Pages::Dockets::AsTemplate.new(
            context,
            docket,
            units: units,
            name: text_param("title", most: 300),
            problem: Words.problem(e)
          )
          show_page as_template, code: 422
        end

        private

        def template(code)
          Queries::DocketTemplates.find(account, code) or raise Errors::Missing.new(
            :no_template_shared,
            code: code
          )
        end

        def units = Queries::Choices.units
      end
    end
  end
end
