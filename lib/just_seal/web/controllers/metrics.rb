# frozen_string_literal: true

require "prometheus/client/formats/text"

module JustSeal
  module Web
    # Numbers for whatever watches over machines, in the text format of Prometheus; for whoever has the key that is set.
    class Metrics < Base
      get "" do
        raise Errors::Missing, I18n.t("problem.no_page") unless bears?(office.settings.metrics_key)

        Measures.take(Queries::OfficeCondition.new(office: office, now: office.now))
        content_type Prometheus::Client::Formats::Text::CONTENT_TYPE
        Prometheus::Client::Formats::Text.marshal(Measures::REGISTRY)
      end
    end
  end
end
