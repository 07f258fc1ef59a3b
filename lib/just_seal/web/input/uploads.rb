# frozen_string_literal: true

module JustSeal
  module Web
    # Files that come with a form.
    module Uploads
      # {bytes:, file_name:} of form field +value+; empty without a file. Reads at most what an intake takes.
      def upload(value)
        return { bytes: "".b, file_name: "" } unless value.is_a?(Hash) && value[:tempfile]

        {
          bytes: value[:tempfile].read(Core::Pdf::Intake::MAX_BYTES + 1).to_s.b,
          file_name: value[:filename].to_s.dup.force_encoding(Encoding::UTF_8).scrub("")
        }
      end

      # Particulars out of form field +value+: {name => text or list of text}.
      def particulars_from(value)
        if value.is_a?(Hash)
          value.transform_values do |text|
            text.is_a?(Array) ? text.map(&:to_s) : text.to_s.scrub("")
          end
        else
          {}
        end
      end
    end
  end
end
