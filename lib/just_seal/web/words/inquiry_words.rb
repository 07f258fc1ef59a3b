# frozen_string_literal: true

module JustSeal
  module Web
    # What an answer was asked about.
    module InquiryWords
      MAX_LENGTH = 70

      # +answer+: Store::Answer
      def asked_about(answer)
        params = answer.params.to_h
        return shortened(params.values.join(", "), MAX_LENGTH) unless answer.question == "sample"

        I18n.t(
          "inquiries.asked_about_sample",
          kind: I18n.t("inquiries.show.sample.kind_is.#{params.fetch("kind", "simple")}"),
          **params.slice("confidence", "tolerable", "seed").transform_keys(&:to_sym)
        )
      end
    end
  end
end
