# frozen_string_literal: true

module JustSeal
  module Web
    # What somebody read on the pages that came back on paper: from the browser to arguments of EnterPaper.
    module PenReading
      IDENTITY = %w[kind issuer last expires].freeze

      module_function

      def read(params)
        typed = params["typed"].is_a?(Hash) ? params["typed"] : {}
        {
          signed: list(params["signed"]),
          seen: list(params["seen"]),
          typed: typed.transform_values { |value| text(value) },
          day: text(params["day"]),
          place: text(params["place"])[0, 200],
          identity: identity(params)
        }
      end

      # Nobody looked at a document where nothing of it is typed.
      def identity(params)
        given = IDENTITY.to_h { |key| [key.to_sym, text(params["identity_#{key}"]).strip] }
        given unless given.except(:kind).values.all?(&:empty?)
      end

      def list(value) = Array(value).grep(String)
      def text(value) = value.is_a?(String) ? value.scrub("")[0, 2000].gsub("\r\n", "\n") : ""
    end
  end
end
