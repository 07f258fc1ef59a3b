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

          Chain.validate(leaf, pool: pool, roots: register.accepted(roots, at), at: at, use: use).tap do |result|
            @found[leaf.to_der] ||= result.certificates if result.trusted
          end
        end

        private

        def valid?(certificates, time)
          certificates.all? { |one| time.between?(one.not_before, one.not_after) } &&
            register.accepts?(certificates.last, time)
        end

        def known_result(leaf, certificates, use)
          fit = Chain.fit?(leaf, use)
          Chain::Result.new(trusted: fit, certificates: certificates, reason: fit ? :valid : :wrong_use)
        end
      end
    end
  end
end
