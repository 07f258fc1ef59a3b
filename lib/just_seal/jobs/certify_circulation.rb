# frozen_string_literal: true

require "que"

module JustSeal
  module Jobs
    # Seals the sheet of a circulation that was closed.
    class CertifyCirculation < Que::Job
      self.maximum_retry_count = 30

      def run(number, who)
        actor = Core::Actor.new(**who.to_h.transform_keys(&:to_sym), via: "job")
        Operations::CertifyCirculation.call(actor, number: number)
      end
    end
  end
end
