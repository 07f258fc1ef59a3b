# frozen_string_literal: true

require "fileutils"
require "json"

module JustSeal
  module Standins
    # A gateway for text messages that keeps what it gets, the newest first, for a page to show. It sends nothing.
    class Telephones
      Text = Struct.new(:id, :at, :to, :text)
      KEPT = 200
      # Three messages that a telephone shows as one.
      MAX_CHARACTERS = 459
      NUMBER = %r{\A\+?[0-9 ()/.-]{3,40}\z}
      # No subscriber has a shorter number.
      MIN_DIGITS = 7

      # +folder+: where the messages lie; +key+: what the office shows it is by.
      def initialize(folder, key:)
        FileUtils.mkdir_p(folder)
        @path = File.join(folder, "texts.jsonl")
        @key = key
        @guard = Mutex.new
      end

      # [status, answer] to a request with +authorization+ and JSON +body+.
      def take(authorization, body)
        return [401, { "accepted" => false, "problem" => "unknown key" }] unless authorization == "Bearer #{@key}"

        given = JSON.parse(body)
        problem = problem(given)
        return [422, { "accepted" => false, "problem" => problem }] if problem

        [200, { "accepted" => true, "id" => keep(given["to"], given["text"]) }]
      rescue JSON::ParserError
        [422, { "accepted" => false, "problem" => "no JSON" }]
      end

      # [Text, ...]
      def texts
        return [] unless File.exist?(@path)

        File.readlines(@path).last(KEPT).reverse.map do |line|
          JSON.parse(line).then do |kept|
            Text.new(kept["id"], Time.iso8601(kept["at"]), kept["to"], kept["text"])
          end
        end
      end

      private

      def problem(given)
        return "to and text are wanted" unless given.is_a?(Hash)
        return "the text is empty or too long" unless given["text"].to_s.length.between?(1, MAX_CHARACTERS)

        number = given["to"].to_s
        "no such number" unless number.match?(NUMBER) && number.count("0-9") >= MIN_DIGITS
      end

      def keep(number, text)
        @guard.synchronize do
          id = "T#{format("%06d", File.exist?(@path) ? File.foreach(@path).count + 1 : 1)}"
          File.write(
            @path,
            "#{JSON.generate("id" => id, "at" => Time.now.utc.iso8601, "to" => number, "text" => text)}\n",
            mode: "a",
            perm: 0o600
          )
          id
        end
      end
    end
  end
end
