# frozen_string_literal: true

module JustSeal
  module Core
    module Trust
      # Paths to accepted roots, each followed once for however many signatures and times ask: that certificates sign
      # one another does not change, and whether they were valid at a time is seen from their dates.
      class Paths
        # +known+: certificates that were read, as of Cms.read.
        attr_reader :roots, :known

        # +roots+: accepted certificates.
        def initialize(roots)
          @roots = roots
          @found = {}
          @known = {}
        end

        # As Chain.validate.
        def validate(leaf, pool:, at:, use: :signing)
          known = @found[leaf.to_der]
          return known_result(leaf, known, use) if known&.all? { |one| at.between?(one.not_before, one.not_after) }

          Chain.validate(leaf, pool: pool, roots: roots, at: at, use: use).tap do |result|
            @found[leaf.to_der] ||= result.certificates if result.trusted
          end
        end

        private

        def known_result(leaf, certificates, use)
          fit = Chain.fit?(leaf, use)
          Chain::Result.new(trusted: fit, certificates: certificates, reason: fit ? :valid : :wrong_use)
        end
      end
    end
  end
end
