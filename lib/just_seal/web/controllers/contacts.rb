# frozen_string_literal: true

module JustSeal
  module Web
    # The contacts, beneath the Records.
    class Contacts < Base
      register Groups

      get "" do
        find = text_param("find", most: 100).strip
        show_page Pages::Contacts::List.new(
          context,
          Queries::ContactList.page(find: (find unless find.empty?), after: params["after"]),
          find: find,
          taken: params["taken"]
        )
      end

      get "/found" do
        content_type :json
        JSON.generate(
          Queries::ContactList.found(text_param("text", most: 100).strip).map do |contact|
            contact.card.slice("name", "email", "organisation", "role", "telephone")
          end
        )
      end

      get "/all.csv" do
        content_type :csv
        attachment "contacts.csv"
        Queries::ContactList.csv
      end

      get "/new" do
        allow!(:keep_contacts)
        contact_form(nil, Core::Contacts::Card.plain({}), {})
      end

      get "/:id" do
        contact = Queries::Lookup.contact(params["id"]) || raise(Errors::Missing, :no_such_contact)
        redirect "/contacts/#{contact.merged_into}" if contact.merged_into
        contact_form(contact, contact.card, {})
      end

      post "/import" do
        file = params["file"]
        text = if file.is_a?(Hash) && file[:tempfile]
          file[:tempfile].read(Operations::ImportContacts::MAX_BYTES + 1).to_s
        else
          ""
        end
        made, changed = Operations::ImportContacts.call(actor, text: text)
        redirect "/contacts?taken=#{made}-#{changed}"
      rescue Errors::Invalid => e
        show_page Pages::Contacts::List.new(context, Queries::ContactList.page, problems: Words.problems(e.problems)),
          code: 422
      end

      post "" do
        redirect "/contacts/#{Operations::SaveContact.call(actor, given: params).id}"
      rescue Errors::Invalid => e
        status 422
        contact_form(nil, Core::Contacts::Card.plain(params), Words.problems(e.problems))
      end

      post "/:id" do
        Operations::SaveContact.call(actor, given: params, id: params["id"].to_i, edits: params["edits"].to_i)
        redirect "/contacts/#{params["id"].to_i}"
      rescue Errors::Invalid, Errors::Conflict => e
        status e.is_a?(Errors::Conflict) ? 409 : 422
        contact_form(
          Queries::Lookup.contact(params["id"]),
          Core::Contacts::Card.plain(params),
          e.is_a?(Errors::Conflict) ? { "conflict" => Words.problem(e) } : Words.problems(e.problems)
        )
      end

      post "/:id/merge" do
        kept = Operations::MergeContacts.call(actor, kept_id: params["id"].to_i, other_id: params["other"].to_i)
        redirect "/contacts/#{kept.id}"
      end

      private

      def contact_form(contact, card, problems)
        page = Pages::Contacts::Edit.new(
          context,
          contact,
          card: card,
          problems: problems,
          alike: contact ? Queries::ContactList.likenesses(contact) : []
        )
        show_page page, code: response.status
      end
    end
  end
end
