# frozen_string_literal: true

require "fileutils"
require "json"

module JustSeal
  module Ports
    # The newest entries of all chains, in a plain file outside the database: one JSON object a line, {"at", "heads" =>
    # {chain => [seq, hash]}, "prev" => hash of the line before, "upto" => number of arrival}. It begins anew with each
    # checkpoint, which covers what is older. To be kept where a database administrator can't write.
    class HeadsFile
      GENESIS = Core::Ledger::Entry::GENESIS
      TAIL_BYTES = 256 * 1024

      attr_reader :path

      def initialize(path) = @path = path

      # Adds a line, down to the disk; several processes may.
      def append(heads, upto:, at:)
        FileUtils.mkdir_p(File.dirname(path), mode: 0o700)
        File.open(path, File::RDWR | File::CREAT | File::APPEND, 0o600) do |file|
          file.flock(File::LOCK_EX)
          write(file, line(heads, upto, at, digest(last_line(file))))
        end
      end

      # Begins anew, once a checkpoint covers all that stands in it up to entry +upto+: what is younger stays.
      def shorten(upto)
        return unless File.exist?(path)

        File.open(path, File::RDWR) do |file|
          file.flock(File::LOCK_EX)
          lines = file.readlines
          young = lines.drop_while { |text| parsed(text).nil? || parsed(text)["upto"] <= upto }
          next if young.size == lines.size

          replace(file, young.map { |text| parsed(text) })
        end
      end

      # The number of arrival up to which it tells; 0 where it tells nothing.
      def upto = all.last&.fetch("upto") || 0

      # Parsed lines. One that was cut off by a crash is left out.
      def all = File.exist?(path) ? File.readlines(path).filter_map { |text| parsed(text) } : []

      # Does each line hold the hash of the one before?
      def whole?
        lines = File.exist?(path) ? File.readlines(path).select { |text| parsed(text) } : []
        lines.each_cons(2).all? { |before, after| parsed(after)["prev"] == digest(before) }
      end

      private

      # nil for what is no line of this file.
      def parsed(text)
        line = JSON.parse(text)
        line if line.is_a?(Hash) && line["heads"].is_a?(Hash) && line["heads"].each_value.all?(Array) &&
          line["upto"].is_a?(Integer)
      rescue JSON::ParserError, EncodingError
        nil
      end

      def line(heads, upto, at, prev)
        Core::Ledger::Canonical.dump("at" => at, "heads" => heads, "prev" => prev, "upto" => upto)
      end

      def digest(text) = text ? Core::Ledger::Entry.digest(text.chomp) : GENESIS

      def last_line(file)
        file.seek(-[file.size, TAIL_BYTES].min, IO::SEEK_END)
        file.readlines.reverse.find { |text| parsed(text) }
      end

      def write(file, text)
        file.seek(0, IO::SEEK_END)
        file.write("\n") unless ended?(file)
        file.write("#{text}\n")
        file.fsync
      end

      # A line that a crash cut off is not gone on with.
      def ended?(file)
        return true unless file.size.positive?

        file.seek(-1, IO::SEEK_END)
        file.read(1) == "\n"
      end

      def replace(file, kept)
        file.truncate(0)
        kept.inject(nil) do |before, one|
          line(one["heads"], one["upto"], one["at"], digest(before)).tap { |text| write(file, text) }
        end
      end
    end
  end
end
