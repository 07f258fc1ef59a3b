# frozen_string_literal: true

require "fileutils"

module JustSeal
  module Ports
    # A folder into which other programs put files: what has settled there is handed out, and moved away once it was
    # taken or refused.
    class WatchedFolder
      # A file that is still being written changes.
      SETTLED_SECONDS = 5
      VALUES = %w[json csv].freeze
      TAKEN = "taken"
      REFUSED = "refused"
      AT_ONCE = 100
      FORM = /\A[A-Za-z0-9][A-Za-z0-9 _-]{0,59}\z/
      # +name+, +path+; +values+: [text, kind] of what lies beside it, or nil.
      Found = Core::Value.of(:name, :path, :values)

      # +root+: the folder that holds all of them; +name+: of this one.
      def initialize(root, name)
        raise Errors::Unavailable.new(:folder_unreachable, name: name.to_s[0, 60]) unless root && name.match?(FORM)

        @name = name
        @path = File.join(root, name)
      end

      # [Found, ...] that have settled at +time+, the oldest first. Links are no files. Raises Errors::Unavailable.
      def settled(time)
        files = Dir.children(@path).reject { |name| name.start_with?(".") }.map { |name| File.join(@path, name) }
        files.select! { |path| File.lstat(path).file? }
        documents = files.reject { |path| VALUES.include?(ending(path)) || File.mtime(path) > time - SETTLED_SECONDS }
        documents.sort_by { |path| [File.mtime(path), path] }.first(AT_ONCE).map { |path| found(path, files) }
      rescue SystemCallError
        raise Errors::Unavailable.new(:folder_unreachable, name: @name)
      end

      # Its bytes, at most +most+ and one more.
      def bytes(found, most:) = File.open(found.path, "rb") { |file| file.read(most + 1).to_s }

      # Moves it, and what lies beside it, to where what was +outcome+ (TAKEN or REFUSED) lies.
      def put_away(found, outcome, time)
        place = File.join(@path, outcome, time.strftime("%F"))
        FileUtils.mkdir_p(place)
        [found.path, *beside(found.path)].each do |path|
          next unless File.exist?(path)

          stem = "#{time.strftime("%H%M%S")}-#{time.usec} #{File.basename(path)}"
          FileUtils.mv(path, File.join(place, stem))
        end
      end

      private

      def ending(path) = File.extname(path).delete_prefix(".").downcase

      def beside(path)
        VALUES.flat_map { |kind| ["#{path}.#{kind}", "#{path.delete_suffix(File.extname(path))}.#{kind}"] }
      end

      def found(path, files)
        values = beside(path).find { |one| files.include?(one) }
        Found.new(
          name: File.basename(path),
          path: path,
          values: values && [File.read(values, Core::Filing::ValuesBeside::MAX_BYTES + 1).to_s, ending(values)]
        )
      end
    end
  end
end
