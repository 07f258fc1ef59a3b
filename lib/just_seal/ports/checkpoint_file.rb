# frozen_string_literal: true

require "fileutils"
require "json"

module JustSeal
  module Ports
    # Checkpoints in a plain file outside the database: one JSON object a line, {"body" => canonical JSON, "token" => base64}. To be kept where a database administrator can't write.
    class CheckpointFile
      attr_reader :path

      def initialize(path) = @path = path

      # Writes one checkpoint, down to the disk.
      def append(body, token)
        FileUtils.mkdir_p(File.dirname(@path), mode: 0o700)
        File.open(@path, "a", 0o600) do |file|
          file.flock(File::LOCK_EX)
          file.write("#{JSON.generate('body' => body, 'token' => token)}\n")
          file.fsync
        end
      end

      # The body of the last one, parsed; nil without any.
      def last = all.last&.first&.then { |body| JSON.parse(body) }

      # [[body, token], ...] as they were written. A line that was cut off by a crash is left out.
      def all
        return [] unless File.exist?(@path)

        File.foreach(@path).filter_map do |line|
          JSON.parse(line).values_at("body", "token")
        rescue JSON::ParserError
          nil
        end
      end
    end
  end
end
