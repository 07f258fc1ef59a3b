# frozen_string_literal: true

module JustSeal
  module Web
    # The Rules: the file plan and its classes.
    class Rules < Base
      YIELDS = 8

      register Templates, WorkingDays

      get "" do
        allow!(:see_rules)
        show_page Pages::Rules::FilePlan.new(context, Queries::FilePlan.tree(sight))
      end

      get "/classes/new" do
        allow!(:define_classes)
        class_form(ClassForm.from(nil), {})
      end

      get "/classes/:code" do
        allow!(:see_rules)
        class_page(find, {}, nil)
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
        Queries::Lookup.record_class(params["code"]) || raise(
          Errors::Missing.new(:no_class_listed, code: params["code"])
        )
      end

      def class_page(row, problems, told)
        definition = row.definition
        page = Pages::Rules::RecordClass.new(
          context,
          row,
          definition: definition,
          parent: row.parent_id && Queries::Lookup.class_by_id(row.parent_id),
          versions: Queries::FilePlan.versions(row),
          yields: Queries::FilePlan.yields(row, YIELDS, sight),
          records: sight.records.where(record_class_id: row.id).count,
          templates: Queries::Choices.document_templates_of(row),
          people: Queries::PartyNames.of(definition["default_parties"].to_a),
          problems: problems,
          told: told
        )
        show_page page, code: response.status
      end

      def save(form)
        allow!(:define_classes)
        row = Operations::DefineClass.call(
          actor,
          definition: form.definition,
          parent: form.parent,
          version: form.version
        )
        redirect "/rules/classes/#{row.code}"
      rescue Errors::Invalid => e
        status 422
        class_form(form, Words.problems(e.problems))
      rescue Errors::Conflict => e
        status 409
        class_form(form, { "conflict" => Words.problem(e) })
      end

      def class_form(form, problems)
        page = Pages::Rules::ClassEdit.new(
          context,
          form,
          problems: problems,
          classes: Queries::Choices.classes_but(form["code"]),
          staff: Queries::Choices.staff
        )
        show_page page, code: response.status
      end
    end
  end
end
