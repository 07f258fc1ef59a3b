# frozen_string_literal: true

module JustSeal
  module Web
    # A connected repository, browsed and searched; documents are taken from it for signature.
    class RepositoryBrowser < Base
      helpers Paths

      before { allow!(:capture) }

      get("/:id") { show }

      post "/:id/take" do
        record = Operations::TakeFromRepository.call(
          actor,
          repository: find,
          object_id: text_param("object", most: 300),
          values: values,
          title: text_param("title", most: 300).strip.then { |text| text unless text.empty? }
        )
        redirect record_path(record)
      rescue Errors::Invalid => e
        show(wanted: text_param("object", most: 300), problems: Words.problems(e.problems), code: 422)
      rescue Errors::Conflict, Errors::Missing, Errors::Unavailable => e
        show(problems: { "repository" => Words.problem(e) }, code: 409)
      end

      # Tries once more to tell the repository of a record.
      post "/records/:number/again" do
        Operations::TellRepository.new.retry(actor, number: params["number"].to_s)
        redirect record_path(params["number"])
      end

      private

      def find = @find ||= Queries::Repositories.find(params["id"]) || raise(Errors::Missing, :no_such_repository)
      def values = params["values"].is_a?(Hash) ? params["values"].transform_values(&:to_s) : {}

      def show(wanted: nil, problems: {}, code: 200)
        found, more, folder = looked_up
        page = Pages::Repositories::Browse.new(
          context,
          find,
          Pages::Repositories::Browse::Listing.new(found: found, more: more, folder: folder, words: words, skip: skip),
          here: Queries::Repositories.here(find),
          wanted: wanted,
          typed: params,
          problems: problems
        )
        show_page page, code: code
      rescue Errors::Unavailable, Errors::Forbidden, Errors::Missing, Errors::Conflict => e
        raise if @away

        @away = true
        show(problems: { "repository" => Words.problem(e) }, code: 503)
      end

      def words = text_param("find", most: 200).strip
      def skip = text_param("skip", most: 7)[/\A\d{1,7}\z/].to_i

      # [[Ports::CmisClient::Found, ...], are there more?, the folder in which they lie or nil]
      def looked_up
        return [[], false, nil] if @away

        client = Operations::Connection.to(find)
        return client.search(words, skip: skip) unless words.empty?

        id = text_param("folder", most: 300).then { |text| text.empty? ? client.info.fetch("rootFolderId") : text }
        [*client.children(id, skip: skip), client.object(id)]
      end
    end
  end
end
