# frozen_string_literal: true

module JustSeal
  module Web
    # What programs ask and do, as docs/api.yaml says: JSON, by a token, with the rights of its account and never more.
    class Api < Base
      MIME = "application/json"
      PROBLEM = "application/problem+json"
      # RFC 9457: a problem that has no page of its own.
      BLANK = "about:blank"
      # error class => status
      STATUS = Base::ERRORS.transform_values(&:first).freeze
      DESCRIPTION = File.join(ROOT, "docs", "api.yaml")
      # What is told to whoever asks.
      DESCRIPTIONS = %w[/openapi.yaml /description].freeze

      include Uploads
      include TokenBearer

      register Records, Dockets, Circulations, Instructions, Evidence, Office

      # Who asks by no session says so each time (RFC 6750).
      before do
        headers "cache-control" => "no-store"
        content_type MIME
        next if DESCRIPTIONS.include?(request.path_info)

        stop(401, :token_wanted, "www-authenticate" => "Bearer") unless token
        limit!
        Operations::NoteTokenUse.call(token)
      end

      STATUS.each { |kind, code| error(kind) { |problem| answer_problem(code, problem) } }
      error(*Base::AWAY) { stop(503, :service_away) }
      not_found { stop(404, :no_such_resource) }

      get "/openapi.yaml" do
        content_type "application/yaml"
        File.read(DESCRIPTION)
      end

      # The same for people.
      get "/description" do
        content_type :html
        show_page Pages::Tokens::Description.new(context)
      end

      private

      # So many requests of one token are answered in a window; what is left stands in each answer
      # (draft-ietf-httpapi-ratelimit-headers-10).
      def limit!
        left = counted
        return unless left.rest.negative?

        stop(429, :too_many_requests, "retry-after" => left.seconds.to_s, seconds: left.seconds)
      end

      # What the address says of +name+; nil for nothing.
      def said(name) = text_param(name, most: 100).strip.then { |text| text unless text.empty? }

      # +scope+: of Operations::KeepTokens.
      def scope!(scope)
        return if token.allows?(scope)

        stop(403, :scope_wanted, scope: scope)
      end

      # RFC 9457.
      def answer_problem(code, problem)
        faults = problem.is_a?(Errors::Invalid) ? Words.problems(problem.problems) : {}
        body = { "type" => BLANK, "status" => code, "title" => title(problem), "detail" => Words.problem(problem) }
        body["detail"] = faults.values.join(" ") if faults.any?
        body["errors"] = faults.map { |place, words| { "place" => place.to_s, "detail" => words } } if faults.any?
        status code
        content_type PROBLEM
        JSON.generate(body)
      end

      def title(problem) = problem.respond_to?(:reason) ? problem.reason.to_s : problem.class.name.split("::").last

      def stop(code, reason, **more)
        facts, headers = more.partition { |name, _| name.is_a?(Symbol) }.map(&:to_h)
        body = {
          "type" => BLANK,
          "status" => code,
          "title" => reason.to_s,
          "detail" => I18n.t("api.#{reason}", **facts)
        }
        halt code, { "content-type" => PROBLEM, **headers }, JSON.generate(body)
      end

      # A page of a list, and where the next one begins.
      def page_of(rows, next_key)
        json({ "items" => rows, "next" => next_key }.compact)
      end

      # The JSON that came.
      def given = @given ||= json_body

      # An entity tag of what has a number of edits (RFC 9110, 8.8.3).
      def tag(edits) = "\"#{edits}\""

      # The number of edits that the program started from. Raises Errors::Conflict without one.
      def expected_edits
        shown = request.env["HTTP_IF_MATCH"].to_s[/\A"(\d{1,9})"\z/, 1]
        shown ? shown.to_i : stop(428, :if_match_wanted)
      end

      # Does what changes something, once for each Idempotency-Key; yields for [status, values, path].
      def once
        key = request.env["HTTP_IDEMPOTENCY_KEY"]
        answer = key ? Operations::AnswerOnce.call(token, key: key, request: asked) { done(*yield) } : done(*yield)
        status answer.status
        headers "location" => answer.location if answer.location
        answer.body
      end

      def done(code, values, path = nil)
        location = path && "#{office.settings.address}/api/v1#{path}"
        Operations::AnswerOnce::Answer.new(status: code, body: JSON.generate(values), location: location)
      end

      # What is asked, as far as it tells two requests apart.
      def asked
        said = params.reject { |_, value| value.is_a?(Hash) && value[:tempfile] }
        brought = params["file"] ? Digest::SHA256.hexdigest(file[:bytes]) : ""
        json = request.media_type == MIME && request.content_length.to_i.positive? ? given : {}
        [request.request_method, request.path, JSON.generate(said), brought, JSON.generate(json)].join("\n")
      end

      # {bytes:, file_name:}
      def file = @file ||= upload(params["file"])
    end
  end
end
