# frozen_string_literal: true

module JustSeal
  module Core
    module Pdf
      class Check
        # What the file proves of a certificate's status. +state+: :good, :stale where all answers are older than they
        # have to be, :revoked, or :unknown; +source+: :ocsp or :list; +from+, +till+: Time, of the answer; +revoked+:
        # Trust::Status::Revoked.
        StatusFacts = Value.of(:state, :source, :from, :till, :revoked) do
          def good? = state == :good
          def revoked? = state == :revoked
        end
      end
    end
  end
end
