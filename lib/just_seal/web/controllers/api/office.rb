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

        get "/contacts" do
          scope!("read")
          found = Queries::ContactList.page(find: said("find"), after: said("after"))
          page_of(found.rows.map { |row| Queries::ApiShapes.contact(row) }, found.next_key)
        end
      end
    end
  end
end
