# frozen_string_literal: true

require "json"
require "net/http"
require "openssl"
require "uri"

module JustSeal
  module Ports
    # Asks a repository of others by the browser binding of CMIS 1.1. What it answers is not trusted: it has to be JSON
    # of the shape that was asked for, within limits of time and size.
    class CmisClient
      # +id+, +name+, +type+; +folder+: is it one?; +properties+: {name => value}
      Found = Core::Value.of(:id, :name, :type, :folder, :properties) do
        def series = (properties["cmis:versionSeriesId"] || id).to_s
        def label = properties["cmis:versionLabel"].to_s
        def comment = properties["cmis:checkinComment"].to_s
        def file_name = (properties["cmis:contentStreamFileName"] || name).to_s
        def held_by = properties["cmis:versionSeriesCheckedOutBy"].to_s
        def held? = properties["cmis:isVersionSeriesCheckedOut"] == true
      end
      PAGE = 50
      # What it refuses with which exception (CMIS 1.1, 5.2.10).
      CONFLICTS = %w[updateConflict versioning constraint nameConstraintViolation contentAlreadyExists].freeze
      REFUSALS = %w[permissionDenied notSupported].freeze

      # +url+: of the service document; +reach+: Reach.
      def initialize(url, user:, password:, reach:)
        @url = url
        @user = user
        @password = password
        @reach = reach
      end

      # {"repositoryUrl", "rootFolderUrl", "rootFolderId", "repositoryName", ...} of the first repository there.
      def info
        @info ||= begin
          all = hash(get(@url, {}))
          first = all.values.first
          wanted = first.is_a?(Hash) && %w[repositoryUrl rootFolderUrl rootFolderId].all? do |key|
            first[key].is_a?(String)
          end
          wanted ? first : unreadable
        end
      end

      def object(id) = found(get(root, "cmisselector" => "object", "objectId" => id))

      # [[Found, ...], are there more?] of what lies in folder +id+.
      def children(id, skip: 0)
        asked = { "cmisselector" => "children", "objectId" => id, "maxItems" => PAGE, "skipCount" => skip }
        answer = hash(get(root, asked))
        [list(answer["objects"]).map { |one| found(hash(one)["object"]) }, answer["hasMoreItems"] == true]
      end

      # [[Found, ...], are there more?] of the documents in whose text or name +words+ stand.
      def search(words, skip: 0)
        quoted = words.gsub("\\", "\\\\\\\\").gsub("'", "\\\\'")
        statement = "SELECT * FROM cmis:document WHERE CONTAINS('#{quoted}')"
        asked = { "cmisaction" => "query", "statement" => statement, "maxItems" => PAGE, "skipCount" => skip }
        answer = hash(post(repository, asked))
        [list(answer["results"]).map { |one| found(one) }, answer["hasMoreItems"] == true]
      end

      # The bytes of a document, at most +most+.
      def content(id, most:)
        request = Net::HTTP::Get.new(address(root, "cmisselector" => "content", "objectId" => id))
        send_request(request, most: most)
      end

      def check_out(id) = found(post(root, "cmisaction" => "checkOut", "objectId" => id))
      def cancel_check_out(id) = post(root, "cmisaction" => "cancelCheckOut", "objectId" => id)

      def check_in(id, bytes, name:, comment:)
        said = { "cmisaction" => "checkIn", "objectId" => id, "major" => "true", "checkinComment" => comment }
        found(post(root, said, [name, bytes]))
      end

      # +properties+: {name => text}
      def update(id, properties)
        found(post(root, { "cmisaction" => "update", "objectId" => id, **pairs(properties) }))
      end

      def create(folder, bytes, name:, properties:)
        said = { "cmisaction" => "createDocument", "objectId" => folder, **pairs(properties) }
        found(post(root, said, [name, bytes]))
      end

      # Id of the folder in which it lies, nil where it lies nowhere.
      def folder_of(id)
        above = list(get(root, "cmisselector" => "parents", "objectId" => id)).first
        above && found(hash(above)["object"]).id
      end

      private

      def root = info.fetch("rootFolderUrl")
      def repository = info.fetch("repositoryUrl")
      def unreadable = raise(Errors::Unavailable.new(:repository_unreadable, host: URI(@url).host))
      def hash(value) = value.is_a?(Hash) ? value : unreadable
      def list(value) = value.is_a?(Array) ? value : unreadable

      def pairs(properties)
        properties.each_with_index.with_object({}) do |((name, value), index), all|
          all["propertyId[#{index}]"] = name
          all["propertyValue[#{index}]"] = value.to_s
        end
      end

      # Of succinct properties, or of whole ones.
      def found(object)
        told = hash(object)["succinctProperties"] || hash(object["properties"]).transform_values do |one|
          hash(one)["value"]
        end
        told = hash(told)
        id, name = told.values_at("cmis:objectId", "cmis:name")
        unreadable unless id.is_a?(String) && name.is_a?(String)

        folder = told["cmis:baseTypeId"] == "cmis:folder"
        Found.new(id: id, name: name, type: told["cmis:objectTypeId"].to_s, folder: folder, properties: told)
      end

      # What the service document leads to has to be where that itself is.
      def address(url, query)
        uri = Http.uri(url)
        own = URI(@url)
        unreadable unless [uri.scheme, uri.host, uri.port] == [own.scheme, own.host, own.port]

        uri.query = URI.encode_www_form([*URI.decode_www_form(uri.query.to_s), *query.to_a, %w[succinct true]])
        uri
      end

      def get(url, query) = parsed(send_request(Net::HTTP::Get.new(address(url, query))))

      def post(url, said, file = nil)
        request = Net::HTTP::Post.new(address(url, {}))
        form = { **said, "succinct" => "true" }.transform_values(&:to_s)
        if file
          content = ["content", StringIO.new(file.last), { filename: file.first, content_type: "application/pdf" }]
          request.set_form([*form.to_a, content], "multipart/form-data")
        else
          request.set_form_data(form)
        end
        body = send_request(request)
        body.strip.empty? ? {} : parsed(body)
      end

      def parsed(text)
        JSON.parse(text)
      rescue JSON::ParserError
        unreadable
      end

      def send_request(request, most: Http::MAX_BYTES)
        request.basic_auth(@user, @password)
        answer, body = Http.connection(request.uri, @reach).start { |http| Http.exchange(http, request, most: most) }
        return body if answer.is_a?(Net::HTTPSuccess)

        refused(answer, body)
      rescue *Http::FAULTS => e
        cause = e.class.name.split("::").last
        raise Errors::Unavailable.new(
          :service_unreachable,
          host: request.uri.host,
          path: request.uri.path,
          cause: cause
        )
      end

      # Raises Errors::Conflict, Errors::Forbidden or Errors::Missing with what it said, Errors::Unavailable else.
      def refused(answer, body)
        told = JSON.parse(body)
        exception, said = told.is_a?(Hash) ? told.values_at("exception", "message") : nil
        facts = { host: answer.uri&.host || URI(@url).host, said: said.to_s[0, 300] }
        raise Errors::Conflict.new(:repository_refused, **facts) if CONFLICTS.include?(exception)
        raise Errors::Missing.new(:repository_refused, **facts) if exception == "objectNotFound"
        if REFUSALS.include?(exception) || answer.code == "401"
          raise Errors::Forbidden.new(:repository_refused, **facts)
        end

        unreadable
      rescue JSON::ParserError
        unreadable
      end
    end
  end
end
