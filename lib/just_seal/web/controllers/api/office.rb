# frozen_string_literal: true

module JustSeal
  module Web
    class Api < Base
      # What the office has: classes, case files, contacts.
      module Office
        extend RouteSet

        get "" do
          json(
            "office" => office.name,
            "account" => account.email.to_s,
            "scopes" => token.scopes.split,
            "ends_at" => Queries::ApiShapes.time(token.ends_at)
          )
        end

        get "/classes" do
          scope!("read")
          page_of(Queries::Choices.classes.map { |row| Queries::ApiShapes.record_class(row) }, nil)
        end

        get "/classes/:code" do
          scope!("read")
          row = find_class
          headers "etag" => tag(row.version)
          json class_shape(row)
        end

        post "/classes" do
          scope!("write")
          once do
            row = define_class(ClassForm::BLANK)
            [201, class_shape(row), "/classes/#{row.code}"]
          end
        end

        # A new version of it; records that are there keep the one that they were made under.
        patch "/classes/:code" do
          scope!("write")
          row = find_class
          version = expected_edits
          once { [200, class_shape(define_class(row.definition, version: version, parent: class_above(row)))] }
        end

        get "/case-files" do
          scope!("read")
          page_of(sight.case_files.order(:code).all.map { |row| Queries::ApiShapes.case_file(row) }, nil)
        end

        # A case file, with what it hands down.
        post "/case-files" do
          scope!("write")
          once do
            row = Operations::SaveCaseFile.call(actor, given: said_of_case_file)
            [201, Queries::ApiShapes.case_file(row)]
          end
        end

        post "/contacts" do
          scope!("write")
          once do
            [201, Queries::ApiShapes.contact(Operations::SaveContact.call(actor, given: said_of_contact))]
          end
        end

        get "/contacts/:id" do
          scope!("read")
          contact = find_contact
          headers "etag" => tag(contact.edits)
          json Queries::ApiShapes.contact(contact)
        end

        # What is not said stays as it is.
        patch "/contacts/:id" do
          scope!("write")
          contact = find_contact
          edits = expected_edits
          once do
            said = contact.card.merge(said_of_contact)
            row = Operations::SaveContact.call(actor, given: said, id: contact.id, edits: edits)
            [200, Queries::ApiShapes.contact(row)]
          end
        end

        get "/contacts" do
          scope!("read")
          found = Queries::ContactList.page(find: said("find"), after: said("after"))
          page_of(found.rows.map { |row| Queries::ApiShapes.contact(row) }, found.next_key)
        end

        private

        def find_class
          Queries::Lookup.record_class(params["code"]) ||
            raise(Errors::Missing.new(:no_class_listed, code: params["code"]))
        end

        def class_above(row) = row.parent_id && Queries::Lookup.class_by_id(row.parent_id)

        # +parent+: where it stands if nothing is said of that.
        def define_class(kept, version: 0, parent: nil)
          above = given["parent"].to_s
          parent = Queries::Lookup.record_class(above) || unknown("parent") unless above.empty?
          definition = ApiClass.new(given, ClassForm::BLANK.merge(kept)).definition
          Operations::DefineClass.call(actor, definition: definition, parent: parent, version: version)
        end

        def class_shape(row)
          Queries::ApiShapes.record_class(row).merge(row.definition, "parent" => class_above(row)&.code)
        end

        def find_contact
          contact = Queries::Lookup.contact(params["id"])
          contact && contact.merged_into.nil? ? contact : raise(Errors::Missing, :no_such_contact)
        end

        def said_of_contact = given.slice(*Core::Contacts::Card::KEYS).transform_values(&:to_s)

        def said_of_case_file
          texts = given.slice("code", "title", "note", "parent", "class").transform_values(&:to_s)
          texts.merge("particulars" => particulars_from(given["particulars"]))
        end
      end
    end
  end
end
