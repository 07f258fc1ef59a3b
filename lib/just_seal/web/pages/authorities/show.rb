# frozen_string_literal: true

module JustSeal
  module Web
    module Pages
      module Authorities
        # The organisation's keys, and the authorities on which its seals rest.
        class Show < Page
          USES = %i[seal witness].freeze

          attr_reader :roots, :answers

          # +keys+: Ports::SigningKeys or Ports::TokenKeys; +answers+: what came back when the authorities were tried;
          # +chosen+: use of the key whose certificate was refused.
          def initialize(context, keys:, roots:, answers: [], problems: {}, chosen: nil)
            super(context)
            @keys = keys
            @roots = roots
            @answers = answers
            @problems = problems
            @chosen = chosen
          end

          # [KeyRow, ...]
          def rows
            USES.map do |use|
              problem = problems["certificate"] if @chosen == use.to_s
              KeyRow.new(context, use, signer: @keys.find(use), asked: @keys.asked?(use), problem: problem)
            end
          end

          def place = :rules
          def scripts = %w[components/dialogs]
          def path = "#{rules_path}/authorities"
          def keeps? = may?(:keep_keys)
          def keys_lie = t(settings.token_library ? ".in_token" : ".in_files")
          def name(certificate) = Core::Trust::Chain.name(certificate)
          def key(certificate) = Core::Trust::Algorithms.name(certificate.public_key)
          def until(certificate) = day(certificate.not_after, :short_year)
          def hash_start(root) = "#{grouped(OpenSSL::Digest::SHA256.hexdigest(root.to_der), 24)} …"
          def asked(answer) = t(".tried.#{answer.what}")
          def told(answer) = Words.problem(answer.told)
          def answer_tone(answer) = answer.fine ? "sealed" : "bad strong"

          # [[service, address], ...]
          def services
            [
              [t(".services.time_stamps"), time_stamps],
              [t(".services.enrolment"), settings.enrolment_url || t(".by_hand")],
              [t(".services.ocsp"), settings.status_url || t(".as_named")],
              [t(".services.lists"), settings.list_url || t(".as_named")]
            ]
          end

          private

          def settings = office.settings

          def time_stamps
            address = settings.time_stamp_url.split.map { |url| url.sub(%r{//[^/@]+@}, "//…@") }.join(", ")
            return address unless settings.time_stamp_policy

            t(".under_policy", address: address, policy: settings.time_stamp_policy)
          end
        end
      end
    end
  end
end
