# frozen_string_literal: true

require "nokogiri"
require "open3"
require "timeout"

module JustSeal
  module Ports
    # The text of a PDF, page by page, by poppler's pdftotext in a process of its own, with a limit on time.
    class PopplerText
      MAX_SECONDS = 60
      PAGE_END = "\f"

      def initialize(program: "pdftotext", seconds: MAX_SECONDS)
        @program = program
        @seconds = seconds
      end

      # [text, ...] of the pages of +bytes+. Raises Errors::Unavailable when the program fails or takes too long.
      def pages(bytes)
        read(bytes, "-layout").split(PAGE_END, -1)[0..-2]
      end

      # [[Core::Fields::Detection::Word, ...], ...]: the words of each page with their boxes. Raises as #pages does.
      def words(bytes)
        # Poppler leaves the control characters of strange texts in; XML has no place for them.
        Nokogiri::XML(
          read(bytes, "-bbox").gsub(
            /[\u0000-\u0008\u000B\u000C\u000E-\u001F]/,
            ""
          )
        ).css("page").map do |page|
          height = page["height"].to_f
          page.css("word").map { |word| boxed(word, height) }
        end
      end

      private

      # Poppler counts from the top.
      def boxed(word, height)
        left, top, right, bottom = %w[xMin yMin xMax yMax].map { |side| word[side].to_f }
        Core::Fields::Detection::Word.new(
          text: word.text,
          x: left,
          y: height - bottom,
          width: right - left,
          height: bottom - top
        )
      end

      def read(bytes, form)
        output, status = run(bytes, form)
        raise Errors::Unavailable, :text_not_read unless status.success?

        output.force_encoding(Encoding::UTF_8).scrub("")
      rescue Errno::ENOENT
        raise Errors::Unavailable.new(:program_of_debian, name: @program)
      end

      def run(bytes, form)
        Open3.popen2(@program, form, "-enc", "UTF-8", "-", "-", err: File::NULL) do |input, output, process|
          writer = Thread.new { feed(input, bytes) }
          [Timeout.timeout(@seconds) { output.read }, process.value].tap { writer.join }
        rescue Timeout::Error
          Process.kill("KILL", process.pid)
          raise Errors::Unavailable.new(:text_too_slow, seconds: @seconds)
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
