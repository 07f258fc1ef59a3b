# frozen_string_literal: true

require "open3"
require "timeout"

module JustSeal
  module Ports
    # The text of a PDF, page by page, by poppler's pdftotext in a process of its own, with a limit on time.
    class PopplerText
      MOST_SECONDS = 20
      PAGE_END = "\f"

      def initialize(program: "pdftotext", seconds: MOST_SECONDS)
        @program = program
        @seconds = seconds
      end

      # [text, ...] of the pages of +bytes+. Raises Errors::Unavailable when the program fails or takes too long.
      def pages(bytes)
        output, status = run(bytes)
        raise Errors::Unavailable, "The text of the document could not be read." unless status.success?

        output.force_encoding(Encoding::UTF_8).scrub("").split(PAGE_END, -1)[0..-2]
      rescue Errno::ENOENT
        raise Errors::Unavailable, "The program #{@program} is not installed (Debian: poppler-utils)."
      end

      private

      def run(bytes)
        Open3.popen2(@program, "-layout", "-enc", "UTF-8", "-", "-", err: File::NULL) do |input, output, process|
          writer = Thread.new { feed(input, bytes) }
          [Timeout.timeout(@seconds) { output.read }, process.value].tap { writer.join }
        rescue Timeout::Error
          Process.kill("KILL", process.pid)
          raise Errors::Unavailable, "Reading the text took longer than #{@seconds} seconds and was stopped."
        end
      end

      def feed(input, bytes)
        input.binmode
        input.write(bytes)
        input.close
      rescue Errno::EPIPE, IOError
        nil # the program left without reading all; its exit tells
      end
    end
  end
end
