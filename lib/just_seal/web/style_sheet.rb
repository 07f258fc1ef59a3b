# frozen_string_literal: true

require "digest"

module JustSeal
  module Web
    # All style sheets of public/css as one, under an address that changes with them: a browser asks for it once.
    module StyleSheet
      FOLDER = File.join(ROOT, "public", "css")
      # As they have to follow one another; what comes later wins.
      ORDER = %w[
        tokens
        dark
        base
        components/top_line
        components/sheet
        components/list
        components/form
        components/notice
        components/seat
        components/docket
        components/drawing
        components/keys
        narrow
        pages/record
        pages/intake
        components/narrowing
        pages/parties
        pages/rulebook
        pages/evidence
        components/document
        pages/room
        theme
        print
      ].freeze

      TEXT = ORDER.map { |name| File.read(File.join(FOLDER, "#{name}.css")) }.join("\n").freeze
      PATH = "/css/#{Digest::SHA256.hexdigest(TEXT)[0, 20]}.css".freeze
      HEADERS = {
        "content-type" => "text/css; charset=utf-8",
        "content-length" => TEXT.bytesize.to_s,
        "cache-control" => "public, max-age=31536000, immutable"
      }.freeze

      # As of Rack.
      def self.answer = [200, HEADERS.dup, [TEXT]]
    end
  end
end
