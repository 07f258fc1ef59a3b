# frozen_string_literal: true

module JustSeal
  module Web
    # What a browser says of itself.
    module ClientName
      MAX = 200

      # As one line of text: it comes as bytes, and stands in the evidence.
      def self.of(header)
        header.to_s.dup.force_encoding(Encoding::UTF_8).scrub("").gsub(/[[:cntrl:]]/, " ")[0, MAX]
      end
    end
  end
end
