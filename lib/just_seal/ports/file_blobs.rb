# frozen_string_literal: true

require "digest"
require "fileutils"
require "securerandom"

module JustSeal
  module Ports
    # Content-addressed bytes in files: written once, known by their SHA-256, checked on every read.
    class FileBlobs
      DIGEST = /\A[0-9a-f]{64}\z/
      # No room: the disk, a quota, or the largest file that is allowed.
      FULL = [Errno::ENOSPC, Errno::EDQUOT, Errno::EFBIG].freeze

      def initialize(folder)
        @folder = File.expand_path(folder)
      end

      # Keeps +bytes+ and returns their SHA-256 in hex. The file appears whole or not at all; raises Errors::Unavailable
      # when there is no room.
      def put(bytes)
        sha256 = Digest::SHA256.hexdigest(bytes)
        path = path_for(sha256)
        write(path, bytes) unless File.exist?(path)
        sha256
      rescue *FULL
        raise Errors::Unavailable, :disk_full
      rescue Errno::EROFS, Errno::EACCES, Errno::EPERM, Errno::EIO, Errno::ENOENT
        raise Errors::Unavailable, :storage_failing
      end

      # The bytes; raises Errors::Missing, or Errors::Damaged when they are not what was kept.
      def get(sha256)
        bytes = File.binread(path_of(sha256))
        return bytes if Digest::SHA256.hexdigest(bytes) == sha256

        raise Errors::Damaged.new(:bytes_changed, sha256: sha256)
      rescue Errno::ENOENT
        raise Errors::Missing.new(:bytes_missing, sha256: sha256)
      end

      # Hashes of all that is kept, in their order; an Enumerator without a block.
      def each_sha256(&block)
        return to_enum(:each_sha256) unless block

        Dir.glob(File.join(@folder, "??", "??")).each do |folder|
          Dir.children(folder).grep(DIGEST).sort.each(&block)
        end
      end

      # In bytes. Raises Errors::Missing.
      def size(sha256)
        File.size(path_of(sha256))
      rescue Errno::ENOENT
        raise Errors::Missing.new(:bytes_missing, sha256: sha256)
      end

      # Are they still what was kept? Read piece by piece. Raises as get does.
      def check(sha256)
        return if Digest::SHA256.file(path_of(sha256)).hexdigest == sha256

        raise Errors::Damaged.new(:bytes_changed, sha256: sha256)
      rescue Errno::ENOENT
        raise Errors::Missing.new(:bytes_missing, sha256: sha256)
      end

      # Puts it where whoever keeps the same bytes again writes them anew, and whoever still asks for them finds them.
      # Returns nil; a store that locks what it keeps says until when it does. Raises Errors::Missing for what is
      # neither there nor aside.
      def put_aside(sha256)
        FileUtils.mkdir_p(File.dirname(aside(sha256)))
        File.rename(path_for(sha256), aside(sha256))
        nil
      rescue Errno::ENOENT
        raise Errors::Missing.new(:bytes_missing, sha256: sha256) unless File.exist?(aside(sha256))
      end

      # Somebody wants it after all.
      def take_back(sha256)
        File.exist?(path_for(sha256)) ? remove(sha256) : File.rename(aside(sha256), path_for(sha256))
        nil
      end

      # Takes away for good what was set aside.
      def remove(sha256)
        FileUtils.rm_f(aside(sha256))
        nil
      end

      private

      def aside(sha256) = File.join(@folder, "aside", File.basename(path_for(sha256)))

      def path_of(sha256)
        path = path_for(sha256)
        File.exist?(path) || !File.exist?(aside(sha256)) ? path : aside(sha256)
      end

      def path_for(sha256)
        raise ArgumentError, "not a SHA-256: #{sha256.inspect}" unless DIGEST.match?(sha256)

        File.join(@folder, sha256[0, 2], sha256[2, 2], sha256)
      end

      def write(path, bytes)
        FileUtils.mkdir_p(File.dirname(path))
        draft = "#{path}.#{SecureRandom.hex(8)}"
        File.open(draft, "wb", 0o440) do |file|
          file.write(bytes)
          file.fsync
        end
        File.rename(draft, path)
      ensure
        FileUtils.rm_f(draft) if draft && File.exist?(draft)
      end
    end
  end
end
