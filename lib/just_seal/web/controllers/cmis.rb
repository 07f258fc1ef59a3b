# frozen_string_literal: true

module JustSeal
  module Web
    # The office as a CMIS repository (OASIS CMIS 1.1, browser binding): case files are its folders, records its
    # documents, record classes its types. It is asked by a token, with the rights of its account.
    class Cmis < Base
      MIME = "application/json"
      OBJECTS = Queries::Cmis::Objects
      # error class => [status, exception of CMIS 1.1, 5.2.10]
      EXCEPTIONS = {
        Errors::Invalid => [409, "constraint"],
        Errors::Missing => [404, "objectNotFound"],
        Errors::Forbidden => [403, "permissionDenied"],
        Errors::Conflict => [409, "updateConflict"],
        Errors::Unavailable => [503, "runtime"],
        Errors::Damaged => [500, "runtime"],
        Core::Refused => [400, "invalidArgument"]
      }.freeze
      MAX_ITEMS = 200
      VENDOR = "Just Seal"

      include Uploads
      include TokenBearer

      register Repository, Reading, Writing

      before do
        headers "cache-control" => "no-store"
        content_type MIME
        stop(401, "permissionDenied", :token_wanted, "www-authenticate" => "Basic realm=\"Just Seal\"") unless token
        refuse_other_pages
        left = counted
        stop(503, "runtime", :too_many_requests, seconds: left.seconds) if left.rest.negative?
        Operations::NoteTokenUse.call(token)
      end

      EXCEPTIONS.each { |kind, (code, name)| error(kind) { |problem| answer_exception(code, name, problem) } }
      error(*Base::AWAY) { stop(503, "runtime", :service_away) }
      not_found { stop(404, "objectNotFound", :no_such_resource) }

      private

      # A browser sends the password of basic authentication along wherever it is led: pages of others lead it nowhere.
      def refuse_other_pages
        origin = request.env["HTTP_ORIGIN"]
        stop(403, "permissionDenied", :other_origin) if origin && origin != office.settings.address
      end

      def scope!(scope)
        stop(403, "permissionDenied", :scope_wanted, scope: scope) unless token.allows?(scope)
      end

      def answer_exception(code, name, problem)
        status code
        content_type MIME
        JSON.generate("exception" => name, "message" => Words.problem(problem))
      end

      def stop(code, name, reason, **more)
        facts, headers = more.partition { |key, _| key.is_a?(Symbol) }.map(&:to_h)
        body = { "exception" => name, "message" => I18n.t("api.#{reason}", **facts) }
        halt code, { "content-type" => MIME, **headers }, JSON.generate(body)
      end

      def objects = @objects ||= OBJECTS.new(sight)

      def shape
        only = text_param("filter").split(",").map(&:strip)
        @shape ||= CmisShape.new(
          account: account,
          succinct: params["succinct"] == "true",
          only: only.empty? || only.include?("*") ? nil : only
        )
      end

      def skip = params["skipCount"].to_s[/\A\d{1,7}\z/].to_i
      def most = (params["maxItems"].to_s[/\A\d{1,7}\z/] || MAX_ITEMS).to_i.clamp(1, MAX_ITEMS)
      def actions? = params["includeAllowableActions"] == "true"
      def not_supported = stop(405, "notSupported", :cmis_not_supported)
      def told(one) = json(shape.object(one, actions: actions?))
    end
  end
end
