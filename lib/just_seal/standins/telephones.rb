# frozen_string_literal: true

require "fileutils"
require "json"

module JustSeal
  module Standins
    # A gateway for text messages that keeps what it gets, the newest first, for a page to show. It sends nothing.
    class Telephones
      Text = Struct.new(:id, :at, :to, :text)
      KEPT = 200
      NUMBER = %r{\A\+?[0-9 ()/.-]{3,40}\z}

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
        unless given.is_a?(Hash) && given["to"].to_s.match?(NUMBER) && given["text"].to_s.length.between?(1, 160)
          return [
            422,
            {
              "accepted" => false,
              "problem" => "to and text are wanted"
            }
          ]
        end

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
