# frozen_string_literal: true

module JustSeal
  module Web
    module Pages
      module Authorities
        # The organisation's keys, and the authorities on which its seals rest.
        class Show < Page
          USES = %i[seal witness].freeze

          attr_reader :roots, :answers

          # +signers+: {use => signer}; +answers+: what came back when the authorities were tried.
          def initialize(context, signers:, roots:, answers: [])
            super(context)
            @signers = signers
            @roots = roots
            @answers = answers
          end

          def place = :rules
          def path = "#{rules_path}/authorities"
          def keys_lie = t(settings.token_library ? ".in_token" : ".in_files")
          def signers = USES.map { |use| [t(".uses.#{use}"), @signers.fetch(use).certificate] }
          def name(certificate) = Core::Trust::Chain.name(certificate)
          def key(certificate) = Core::Trust::Algorithms.name(certificate.public_key)
          def serial(certificate) = "#{grouped(certificate.serial.to_s(16).downcase, 16)} …"
          def until(certificate) = day(certificate.not_after, :short_year)
          def hash_start(root) = "#{grouped(OpenSSL::Digest::SHA256.hexdigest(root.to_der), 24)} …"
          def asked(answer) = t(".tried.#{answer.what}")
          def told(answer) = Words.problem(answer.told)
          def answer_tone(answer) = answer.fine ? "sealed" : "bad strong"

          # [[service, address], ...]
          def services
            [
              [t(".services.time_stamps"), time_stamps],
              [t(".services.enrolment"), settings.enrolment_url],
              [t(".services.ocsp"), settings.status_url || t(".as_named")],
              [t(".services.lists"), settings.list_url || t(".as_named")]
            ]
          end

          private

          def settings = office.settings

          def time_stamps
            address = settings.time_stamp_url.sub(%r{//[^/@]+@}, "//…@")
            return address unless settings.time_stamp_policy

            t(".under_policy", address: address, policy: settings.time_stamp_policy)
          end
        end
      end
    end
  end
end
