# frozen_string_literal: true

module JustSeal
  module Core
    module Trust
      # Paths to accepted roots, each followed once for however many signatures and times ask: that certificates sign
      # one another does not change, and whether they were valid at a time is seen from their dates.
      class Paths
        # +known+: certificates that were read, as of Cms.read.
        attr_reader :roots, :register, :known

        # +roots+: accepted certificates; +register+: Register of algorithms.
        def initialize(roots, register = Register.usual)
          @roots = roots
          @register = register
          @found = {}
          @known = {}
        end

        # As Chain.validate.
        def validate(leaf, pool:, at:, use: :signing)
          known = @found[leaf.to_der]
          return known_result(leaf, known, use) if known && valid?(known, at)

          result = Chain.validate(leaf, pool: pool, roots: register.accepted(roots, at), at: at, use: use)
          return result unless result.trusted

          @found[leaf.to_der] ||= result.certificates
          accepted?(result.certificates, at) ? result : result.with(trusted: false, reason: :out_of_time)
        end

        private

        def valid?(certificates, time)
          certificates.all? { |one| time.between?(one.not_before, one.not_after) } && accepted?(certificates, time)
        end

        # The register limits roots, and any other authority that was lost.
        def accepted?(certificates, time) = certificates.all? { |one| register.accepts?(one, time) }

        def known_result(leaf, certificates, use)
          fit = Chain.fit?(leaf, use)
          Chain::Result.new(trusted: fit, certificates: certificates, reason: fit ? :valid : :wrong_use)
        end
      end
    end
  end
end
