# frozen_string_literal: true

require "json"
require "net/http"

module JustSeal
  module Ports
    # Text messages over a gateway's HTTP: a POST of {"to", "text"} as JSON with the key as bearer, answered by
    # {"accepted": true, "id": text}, or by {"accepted": false, "problem": text} where no repeating helps.
    class HttpText
      MAX_CHARACTERS = Core::Dockets::Channels::MAX_TEXT
      MAX_SAID = 200
      # What a gateway answers to a number or a text that it will never take.
      REFUSED = "422"

      # +url+: of the gateway; +key+: what it knows this office by.
      def initialize(url, key:)
        @url = url
        @key = key
      end

      # Returns the gateway's id of the message. Raises Errors::Undeliverable when it will never take it,
      # Errors::Unavailable when it is away, or answers what was not asked.
      def deliver(to:, text:)
        request = Net::HTTP::Post.new(
          URI(@url),
          "content-type" => "application/json",
          "authorization" => "Bearer #{@key}"
        )
        request.body = JSON.generate("to" => to, "text" => text[0, MAX_CHARACTERS])
        read(Http.send_request(request, refusal: REFUSED))
      end

      private

      def read(body)
        answer = JSON.parse(body)
        raise Errors::Unavailable, :text_unreadable unless answer.is_a?(Hash)
        return answer["id"] if answer["accepted"] == true && answer["id"].is_a?(String)
        raise Errors::Unavailable, :text_unreadable unless answer["accepted"] == false

        raise Errors::Undeliverable.new(:text_refused, said: answer["problem"].to_s[0, MAX_SAID])
      rescue JSON::ParserError
        raise Errors::Unavailable, :text_unreadable
      end
    end
  end
end
