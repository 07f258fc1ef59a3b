# frozen_string_literal: true

module JustSeal
  module Web
    class Dockets < Base
      # What a draft sends, and in which order.
      module Documents
        extend RouteSet

        MAX_HITS = 8

        get "/:number/documents" do
          documents_page(draft)
        end

        post "/:number/documents" do
          step, index = params["then"].to_s.split("-")
          list = listed
          move_up(list, index.to_i) if step == "up"
          list.delete_at(index.to_i) if step == "out"
          arrange(list, step == "parties" ? "parties" : "documents")
        end

        post "/:number/documents/add" do
          role = params["sign"] ? "sign" : "enclosure"
          list = draft.documents.map { |one| { "record" => one.record.number, "role" => one.role } }
          arrange([*list, { "record" => params[role].to_s, "role" => role }], "documents")
        end

        private

        # [{"record" => number, "role" => one of Operations::ArrangeDocuments::ROLES}, ...]
        def listed
          Array(params["records"]).zip(Array(params["roles"])).map do |record, role|
            { "record" => record.to_s, "role" => role.to_s }
          end
        end

        def move_up(list, index)
          list.insert(index - 1, list.delete_at(index)) if index.between?(1, list.size - 1)
        end

        # Saves the list of documents and goes on to +step+, or says on the page what is wrong.
        def arrange(list, step)
          place = { number: params["number"], edits: params["edits"].to_i }
          Operations::ArrangeDocuments.call(actor, documents: list, **place)
          redirect "/dockets/#{params["number"]}/#{step}"
        rescue Errors::Invalid, Errors::Conflict => e
          status e.is_a?(Errors::Invalid) ? 422 : 409
          documents_page(draft, problem: Words.problem(e))
        end

        def documents_page(docket, problem: nil)
          find = text_param("find", most: 100).strip
          here = docket.documents.map(&:record_id)
          page = Pages::Dockets::Documents.new(
            context,
            docket,
            documents: docket.documents,
            problem: problem,
            find: (find unless find.empty?),
            hits: hits(find).reject { |record| here.include?(record.id) }
          )
          show_page page, code: response.status
        end

        def hits(find)
          return [] if find.empty?

          filters = Queries::RecordFilters.new({ "find" => find }, sight: sight)
          Queries::RecordList.new(filters, sight: sight).page.rows.first(MAX_HITS).map(&:record)
        end
      end
    end
  end
end
