# frozen_string_literal: true

require "json"
require "net/http"

module JustSeal
  module Ports
    # Text messages over a gateway's HTTP: a POST of {"to", "text"} as JSON with the key as bearer, answered by
    # {"accepted": true, "id": text}.
    class HttpText
      MAX_CHARACTERS = 160

      # +url+: of the gateway; +key+: what it knows this office by.
      def initialize(url, key:)
        @url = url
        @key = key
      end

      # Returns the gateway's id of the message. Raises Errors::Unavailable when it does not take it, or answers what
      # was not asked.
      def deliver(to:, text:)
        request = Net::HTTP::Post.new(
          URI(@url),
          "content-type" => "application/json",
          "authorization" => "Bearer #{@key}"
        )
        request.body = JSON.generate("to" => to, "text" => text[0, MAX_CHARACTERS])
        answer = JSON.parse(Http.send_request(request))
        unless answer.is_a?(Hash) && answer["accepted"] == true && answer["id"].is_a?(String)
          raise Errors::Unavailable, :text_refused
        end

        answer["id"]
      rescue JSON::ParserError
        raise Errors::Unavailable, :text_unreadable
      end
    end
  end
end
