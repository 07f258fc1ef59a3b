# frozen_string_literal: true

require "prometheus/client/formats/text"

module JustSeal
  module Web
    # Numbers for whatever watches over machines, in the text format of Prometheus; for whoever has the key that is set.
    class Metrics < Base
      BEARER = /\ABearer (.+)\z/

      get "" do
        raise Errors::Missing, I18n.t("problem.no_page") unless known?

        Measures.take(Queries::OfficeCondition.new(office: office, now: office.now))
        content_type Prometheus::Client::Formats::Text::CONTENT_TYPE
        Prometheus::Client::Formats::Text.marshal(Measures::REGISTRY)
      end

      private

      def known?
        key = office.settings.metrics_key
        given = request.env["HTTP_AUTHORIZATION"].to_s[BEARER, 1]
        key && given && OpenSSL.secure_compare(key, given)
      end
    end
  end
end
