# frozen_string_literal: true

module JustSeal
  module Web
    # Field sets, beneath the Rules.
    class FieldSets < Base
      before { allow!(:see_rules) }

      get "" do
        show_page Pages::FieldSets::List.new(context, Queries::FieldSets.live)
      end

      get "/new" do
        allow!(:define_classes)
        edit(SetForm.begun(params["from"].to_s), {})
      end

      post "" do
        save(SetForm.read(params))
      end

      get("/:name") { edit(SetForm.from(find), {}) }
      post("/:name") { save(SetForm.read(params, name: find.name)) }

      post "/:name/retire" do
        Operations::SaveFieldSet.new.retire(actor, name: find.name)
        redirect "/rules/field-sets"
      end

      # Fields of one draft become what the newest version says.
      post "/:name/drafts/:number" do
        Operations::SaveFieldSet.new.bring_up_to_date(actor, name: find.name, number: params["number"])
        redirect "/rules/field-sets/#{params["name"]}#used"
      end

      post "/:name/templates/:code" do
        Operations::SaveFieldSet.new.bring_template_up_to_date(actor, name: find.name, code: params["code"])
        redirect "/rules/field-sets/#{params["name"]}#used"
      end

      private

      def find
        Queries::FieldSets.find(params["name"]) || raise(Errors::Missing.new(:no_field_set, name: params["name"]))
      end

      def save(form)
        row = Operations::SaveFieldSet.call(actor, name: form.name, definition: form.definition, version: form.version)
        redirect "/rules/field-sets/#{row.name}"
      rescue Errors::Invalid => e
        edit(form, Words.problems(e.problems), code: 422)
      rescue Errors::Conflict => e
        edit(form, { "conflict" => Words.problem(e) }, code: 409)
      end

      def edit(form, problems, code: 200)
        row = form.fresh? ? nil : find
        page = Pages::FieldSets::Edit.new(
          context,
          form,
          versions: row ? Queries::FieldSets.versions(row) : [],
          drafts: row ? Queries::FieldSets.drafts(row, sight) : [],
          templates: row ? Queries::FieldSets.templates(row, account) : [],
          problems: problems
        )
        show_page page, code: code
      end
    end
  end
end
