# frozen_string_literal: true

module JustSeal
  module Core
    module Pdf
      class Check
        # Who signed as what. An accepted root vouches for a name, and for no role: any other customer of the same
        # authority has a certificate too.
        class Roles
          # +signatures+: OneSignature values that were judged; +sealers+: as of Check.call.
          def initialize(signatures, sealers)
            @seal = signatures.find(&:certification?)
            @acts = signatures.reject { |one| one.archive? || one.certification? }
            @sealers = sealers
          end

          # Is there nobody of whom it could be said that the document was sealed by those who may?
          def unsealed? = @sealers.any? && @seal.nil?

          # Notes at each signature what is wrong about who made it.
          def judge
            return unless @seal&.certificate

            judge_seal
            @acts.each { |act| judge_act(act) } if @seal.made_here?
          end

          private

          def judge_seal
            certificate = @seal.certificate
            named = @sealers.empty? || Trust::Identity.one_of?(certificate, @sealers)
            @seal.note(:other_sealer, name: @seal.certificate_name) unless named
            asked = @seal.made_here? || (named && @sealers.any?)
            person = asked && Trust::Identity.person?(certificate) && !pinned?(certificate)
            @seal.note(:seal_of_a_person, name: @seal.certificate_name) if person
          end

          # Is it this very certificate that was said to seal? A name alone is also that of every member.
          def pinned?(certificate)
            Trust::Identity.one_of?(certificate, @sealers.select { |one| Trust::Identity.fingerprint?(one) })
          end

          # A party's act is witnessed by whoever certified, or signed by the party's own card.
          def judge_act(act)
            return if act.certificate.nil? || witness?(act.certificate)

            name = act.dictionary.name.to_s
            return if Assurance::LegalName.agrees(act.certificate_name, name) == true

            act.note(:holder_differs, holder: act.certificate_name, name: name)
          end

          def witness?(certificate)
            Trust::Identity.same_organisation?(certificate, @seal.certificate) && !Trust::Identity.person?(certificate)
          end
        end
      end
    end
  end
end
