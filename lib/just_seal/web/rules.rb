# frozen_string_literal: true

module JustSeal
  module Web
    # The Rules: the file plan and its classes.
    class Rules < Base
      YIELDS = 8

      get "" do
        allow!(:see_rules)
        page :"rules/file_plan", title: "File plan", place: "Rules", tree: Queries::FilePlan.tree
      end

      get "/classes/new" do
        allow!(:define_classes)
        class_form(ClassForm.from(nil), {})
      end

      get "/classes/:code" do
        allow!(:see_rules)
        row = find
        page :"rules/class", title: row.title, place: "Rules", row: row, definition: row.definition, versions: Queries::FilePlan.versions(row),
          yields: Queries::FilePlan.yields(row, YIELDS), records: Store::Record.where(record_class_id: row.id).count
      end

      get "/classes/:code/edit" do
        allow!(:define_classes)
        class_form(ClassForm.from(find), {})
      end

      post "/classes" do
        save(ClassForm.read(params))
      end

      post "/classes/:code" do
        save(ClassForm.read(params, code: find.code))
      end

      private

      def find
        Store::RecordClass.first(code: params["code"]) || raise(Errors::Missing,
          "There is no class #{params['code']}. The file plan lists them all.")
      end

      def save(form)
        allow!(:define_classes)
        row = Operations::DefineClass.call(actor, definition: form.definition, parent: form.parent, version: form.version)
        redirect "/rules/classes/#{row.code}"
      rescue Errors::Invalid => e
        status 422
        class_form(form, e.problems)
      rescue Errors::Conflict => e
        status 409
        class_form(form, { "conflict" => e.message })
      end

      def class_form(form, problems)
        page :"rules/class_form", title: form.version.zero? ? "New class" : "Change #{form['code']}", place: "Rules", form: form, problems: problems,
          classes: Store::RecordClass.exclude(code: form["code"]).order(:code).all
      end
    end
  end
end
