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
          show_page Pages::Dockets::AsTemplate.new(context, docket, units: units, templates: own_templates)
        end

        post "/:number/as-template" do
          docket = find
          row = save_as_template(docket)
          redirect docket_template_path(row)
        rescue Errors::Invalid => e
          as_template = Pages::Dockets::AsTemplate.new(
            context,
            docket,
            units: units,
            templates: own_templates,
            name: text_param("title", most: 300),
            chosen: Array(params["units"]).map(&:to_s),
            code: text_param("code", most: 40),
            files: params["files"] == "yes",
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

        # A template of its own, or a new version of one that is there.
        def save_as_template(docket)
          Operations::TemplateOfDocket.call(
            actor,
            docket: docket,
            title: text_param("title", most: 300),
            files: params["files"] == "yes",
            template: own_templates.map(&:row).find { |one| one.code == params["code"] },
            sharing: { units: Array(params["units"]).map(&:to_s) }
          )
        end

        # Those that may get a new version.
        def own_templates = Queries::DocketTemplates.edited(account)

        def units = Queries::Choices.units
      end
    end
  end
end
