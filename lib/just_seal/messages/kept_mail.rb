# frozen_string_literal: true

module JustSeal
  module Messages
    # A mail from when the outbox kept words: it says what it said. Answers as Mail does.
    class KeptMail
      attr_reader :subject, :locale

      # +body+: {"lead", "lines", "margin", "action", "address"}
      def initialize(subject, body, locale: I18n.default_locale, code: nil)
        @subject = subject
        @body = body
        @locale = locale
        @code = code
      end

      def lead = @body.fetch("lead")
      def lines = [@code, *@body.fetch("lines")].compact
      def margin = @body.fetch("margin")
      def action = @body["action"]
      def address = @body["address"]
      def text = "#{@code} #{lead}"
    end
  end
end
