# frozen_string_literal: true

require "rack"

module JustSeal
  module Web
    # How much a request may bring, by the kind of its route, and whether what it brings can be read at all: decided
    # before anything else looks at it.
    class RequestLimits
      MEGABYTE = 1024 * 1024
      # Of a form beside its file.
      FORM = MEGABYTE
      # Pages that take files, and how large a body they take; the first that matches counts.
      ROUTES = [
        [%r{\A/visit/[^/]+/files\z}, (10 * MEGABYTE) + FORM],
        [%r{\A/(visit|pad)/}, 3 * MEGABYTE],
        [%r{\A/(check|records|rules|contacts|evidence)(/|\z)}, Core::Pdf::Intake::MAX_BYTES + FORM],
        [%r{\A/(api/v1/(records|check|intakes)|cmis/office/root.*)\z}, Core::Pdf::Intake::MAX_BYTES + FORM],
        [%r{\A/dockets/[^/]+/paper/}, Core::Pdf::Intake::MAX_BYTES + FORM],
        [%r{\A/dockets/}, 3 * MEGABYTE]
      ].freeze
      # No body at all is larger; the web server refuses it before it reads it.
      MOST = ROUTES.map(&:last).max
      # Steps back, empty parts, and what would be unescaped once more.
      CROOKED = %r{/\.{1,2}(/|\z)|//|\\|%\h{2}}
      # What the reader of forms raises for what it can't, or won't, read.
      BROKEN = [Rack::BadRequest, EOFError, ArgumentError, RangeError].freeze

      def initialize(app)
        @app = app
      end

      def call(env)
        problem = problem(env)
        problem ? refuse(env, *problem) : @app.call(env)
      end

      private

      # [status, key of problem]; nil where all is well.
      def problem(env)
        return [404, :no_page] unless plain?(Rack::Utils.unescape_path(env["PATH_INFO"].to_s))
        return [413, :too_large] if env["CONTENT_LENGTH"].to_i > limit(env["PATH_INFO"])

        request = Rack::Request.new(env)
        [422, :not_text] unless [request.GET, request.POST].all? { |values| texts?(values) }
      rescue *BROKEN
        [400, :broken]
      end

      # Who may reach what is decided by the path: it has to be the one that leads there.
      def plain?(path) = readable?(path) && !path.match?(CROOKED)

      def limit(path) = ROUTES.find { |pattern, _| pattern.match?(path) }&.last || FORM

      # Texts that a database can keep.
      def texts?(value)
        case value
        when String then readable?(value)
        when Array then value.all? { |one| texts?(one) }
        when Hash then value[:tempfile] ? true : value.all? { |name, one| readable?(name.to_s) && texts?(one) }
        else true
        end
      end

      def readable?(text)
        text = text.dup.force_encoding(Encoding::UTF_8)
        text.valid_encoding? && !text.include?("\0")
      end

      def refuse(env, status, key)
        words = I18n.t("problem.requests.#{key}", megabytes: limit(env["PATH_INFO"].to_s) / MEGABYTE)
        json = env["HTTP_ACCEPT"].to_s.start_with?("application/json")
        body = json ? JSON.generate("problem" => words) : words
        headers = { "content-type" => json ? "application/json" : "text/plain; charset=utf-8" }
        [status, { **headers, "cache-control" => "no-store" }, [body]]
      end
    end
  end
end
