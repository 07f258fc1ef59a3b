# frozen_string_literal: true

require "rack/attack"

module JustSeal
  module Web
    # How often one address may try. The tries of one party are counted in the database (Operations::ProofRecorder);
    # this is for whoever tries many parties, links or passwords.
    module RateLimits
      # name => [most requests, in so many seconds, which requests count]
      LIMITS = {
        "links" => [120, 60, ->(request) { request.path.start_with?("/room/") }],
        "proofs" => [30, 60, ->(request) { request.post? && request.path.match?(%r{\A/visit/[^/]+/(code|prove)}) }],
        "looks" => [30, 60, ->(request) { request.post? && request.path.match?(%r{\A/visit/[^/]+/(look|pads|act)}) }],
        "copies" => [60, 60, ->(request) { request.path.start_with?("/copies/") }],
        "pads" => [60, 60, ->(request) { request.path.start_with?("/pad/") }],
        "files" => [30, 60, ->(request) { request.post? && request.path.match?(%r{\A/visit/[^/]+/files\z}) }],
        "passwords" => [
          20,
          60,
          lambda { |request|
            request.post? && %w[/login /give-back /second-step /setup /welcome /forgotten].any? do |path|
              request.path.start_with?(path)
            end
          }
        ],
        "sign-ons" => [600, 60, ->(request) { request.path.start_with?("/sign-on") }],
        "checks" => [60, 60, ->(request) { request.post? && request.path == "/check" }]
      }.freeze

      module_function

      # Sets Rack::Attack up; all processes count together.
      def set
        Rack::Attack.cache.store = Store::RateCounts.new
        LIMITS.each do |name, (limit, period, counts)|
          Rack::Attack.throttle(
            name,
            limit: limit,
            period: period
          ) do |request|
            request.ip if counts.call(request)
          end
        end
        Rack::Attack.throttled_responder = lambda do |request|
          wait = request.env["rack.attack.match_data"][:period].to_s
          headers = { "content-type" => "text/plain; charset=utf-8", "retry-after" => wait }
          [429, headers, [I18n.t("problem.too_often")]]
        end
      end
    end
  end
end
