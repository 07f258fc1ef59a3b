# frozen_string_literal: true

module JustSeal
  module Web
    module Pages
      module Authorities
        # One of the organisation's signing keys, and what can be done with it.
        class KeyRow < Page
          attr_reader :use, :problem

          # +use+: :seal or :witness; +signer+: Core::Pdf::Signer, nil before it was made; +asked+: does a new key wait
          # for its certificate?; +problem+: what was wrong with the certificate that was brought.
          def initialize(context, use, signer:, asked:, problem: nil)
            super(context)
            @use = use
            @signer = signer
            @asked = asked
            @problem = problem
          end

          def made? = !@signer.nil?
          def asked? = @asked
          def enrols? = !context.office.settings.enrolment_url.nil?
          def keeps? = may?(:keep_keys)
          def purpose = t("authorities.show.uses.#{use}")
          def name = Core::Trust::Chain.name(certificate)
          def key = Core::Trust::Algorithms.name(certificate.public_key)
          def serial = "#{grouped(certificate.serial.to_s(16).downcase, 16)} …"
          def until = day(certificate.not_after, :short_year)
          def path(step) = "#{rules_path}/authorities/#{use}/#{step}"
          def dialog = "new-#{use}"
          def question = made? ? t(".exchange_question.#{use}") : t(".make_question.#{use}")
          def answer = t(made? ? ".exchange" : ".make")

          private

          def certificate = @signer.certificate
        end
      end
    end
  end
end
