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
            said = given.slice(*Core::Contacts::Card::KEYS).transform_values(&:to_s)
            [201, Queries::ApiShapes.contact(Operations::SaveContact.call(actor, given: said))]
          end
        end

        get "/contacts" do
          scope!("read")
          found = Queries::ContactList.page(find: said("find"), after: said("after"))
          page_of(found.rows.map { |row| Queries::ApiShapes.contact(row) }, found.next_key)
        end

        private

        def said_of_case_file
          texts = given.slice("code", "title", "note", "parent", "class").transform_values(&:to_s)
          texts.merge("particulars" => particulars_from(given["particulars"]))
        end
      end
    end
  end
end
