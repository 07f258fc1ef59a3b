# frozen_string_literal: true

require "net/http"

module JustSeal
  module Ports
    # Tells another program by a POST to an address that somebody of the office typed.
    class Callback
      TYPE = "application/json"
      MAX_SAID = 300

      # +reach+: Reach.
      def initialize(reach:)
        @reach = reach
      end

      # Posts +body+ with +headers+. Returns [code of the answer, how its body begins]; an answer that leads elsewhere
      # is not followed. Raises Errors::Unavailable where there is none, or where nobody is sent.
      def call(url, body, headers)
        uri = Http.uri(url)
        request = Net::HTTP::Post.new(uri, "content-type" => TYPE, **headers)
        request.body = body
        answer, said = Http.connection(uri, @reach).start { |http| Http.exchange(http, request) }
        [answer.code, said.dup.force_encoding(Encoding::UTF_8).scrub("")[0, MAX_SAID]]
      rescue *Http::FAULTS => e
        cause = e.class.name.split("::").last
        raise Errors::Unavailable.new(:service_unreachable, host: uri.host, path: uri.path, cause: cause)
      end

      # Raises Errors::Unavailable where nobody is sent to +url+.
      def check(url) = @reach.address(Http.uri(url))
    end
  end
end
