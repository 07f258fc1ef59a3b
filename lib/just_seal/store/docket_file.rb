# frozen_string_literal: true

module JustSeal
  module Store
    # A file that a party brought because a field asked for it.
    class DocketFile < Sequel::Model(:docket_files)
      # What is written into the document, and signed.
      def line = "#{file_name}, SHA-256 #{sha256[0, 16]}"
    end
  end
end
