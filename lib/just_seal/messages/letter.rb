# frozen_string_literal: true

require "erb"

module JustSeal
  module Messages
    # A mail's body as plain text and as HTML, with our margin. Mail programs know no style sheets: styles stand in the
    # tags.
    class Letter
      TEMPLATE = ERB.new(File.read(File.join(ROOT, "views", "mail", "letter.erb")), trim_mode: "-")

      # +body+: as Wording gives it; +link+: the personal link, where the body has no address of its own.
      def initialize(body, office:, link: nil)
        @body = body
        @office = office
        @address = body["address"] || link
      end

      def text
        margin = @body.fetch("margin").map { |label, value| "#{label}: #{value}" }.join("\n")
        [@body.fetch("lead"), *@body.fetch("lines"), action_text, margin, @office].compact.join("\n\n")
      end

      def html
        TEMPLATE.result_with_hash(body: @body, office: @office, address: @address, h: ERB::Util.method(:html_escape))
      end

      private

      def action_text = @address && "#{@body["action"]}:\n#{@address}"
    end
  end
end
