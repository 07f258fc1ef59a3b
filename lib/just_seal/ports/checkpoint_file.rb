# frozen_string_literal: true

require "fileutils"
require "json"

module JustSeal
  module Ports
    # Checkpoints in a plain file outside the database: one JSON object a line, {"body" => canonical JSON, "token" =>
    # base64}. To be kept where a database administrator can't write.
    class CheckpointFile
      # A line is as long as its token: some kilobytes.
      TAIL_BYTES = 256 * 1024

      attr_reader :path

      def initialize(path) = @path = path

      # Writes one checkpoint, down to the disk.
      def append(body, token)
        FileUtils.mkdir_p(File.dirname(@path), mode: 0o700)
        File.open(@path, "a", 0o600) do |file|
          file.flock(File::LOCK_EX)
          file.write("#{JSON.generate("body" => body, "token" => token)}\n")
          file.fsync
        end
      end

      # The body of the last one, parsed; nil without any. Read from the end: the file grows for years.
      def last
        return unless File.exist?(@path)

        tail = File.open(@path, "rb") { |file| file.seek(-[file.size, TAIL_BYTES].min, IO::SEEK_END) && file.read }
        parsed(tail.lines.reverse.lazy).first&.first&.then { |body| JSON.parse(body) }
      end

      # [[body, token], ...] as they were written. A line that was cut off by a crash is left out.
      def all
        File.exist?(@path) ? parsed(File.foreach(@path)).to_a : []
      end

      private

      def parsed(lines)
        lines.filter_map do |line|
          JSON.parse(line).values_at("body", "token")
        rescue JSON::ParserError
          nil
        end
      end
    end
  end
end
