# frozen_string_literal: true

require "json"
require "rack/request"
require "securerandom"

module JustSeal
  module Web
    # A line of JSON for each request, and a number by which it is found again in every log: the answer carries it as
    # well. Links and handles that open something are never written, nor is what was asked behind a question mark.
    class AccessLog
      NUMBER = "just_seal.request"
      HEADER = "x-request-id"
      NUMBER_BYTES = 8
      METHODS = %w[GET HEAD POST PUT PATCH DELETE OPTIONS].freeze
      # What follows these opens something.
      SECRET = %r{\A/(room|welcome|copies|pad|visit)/[^/]+}
      # Programs ask these every few seconds.
      QUIET = %r{\A/(health|ready|metrics|css/|js/|vendor/|look/)}

      # +out+: where lines go, nil for nowhere.
      def initialize(app, out:)
        @app = app
        @out = out
      end

      def call(env)
        began = Process.clock_gettime(Process::CLOCK_MONOTONIC)
        env[NUMBER] = SecureRandom.hex(NUMBER_BYTES)
        status, headers, body = @app.call(env)
        tell(env, status, Process.clock_gettime(Process::CLOCK_MONOTONIC) - began)
        [status, headers.merge(HEADER => env[NUMBER]), body]
      end

      # +path+ without what opens something.
      def self.plain(path) = path.sub(SECRET) { "/#{Regexp.last_match(1)}/…" }

      private

      def tell(env, status, seconds)
        path = env["PATH_INFO"].to_s
        Measures.answered(method_of(env), place(path), status, seconds)
        return if @out.nil? || QUIET.match?(path)

        @out.write("#{JSON.generate(line(env, path, status, seconds))}\n")
      end

      def line(env, path, status, seconds)
        {
          "at" => Time.now.utc.iso8601(3),
          "request" => env[NUMBER],
          "method" => env["REQUEST_METHOD"],
          "path" => self.class.plain(path.scrub("")),
          "status" => status,
          "milliseconds" => (seconds * 1000).round(1),
          "address" => env["REMOTE_ADDR"],
          "account" => env["rodauth"]&.session_value
        }.compact
      end

      # Strangers may send any word: what is counted are those that there are.
      def method_of(env) = METHODS.include?(env["REQUEST_METHOD"]) ? env["REQUEST_METHOD"] : "other"

      def place(path) = Routes::PLACES.keys.find { |one| path == one || path.start_with?("#{one}/") } || "/"
    end
  end
end
