# frozen_string_literal: true

module JustSeal
  module Core
    module Pdf
      # A key that signs PDFs. +certificate+: its X.509 certificate; +chain+: the certificates above it; +key+: private key.
      Signer = Value.of(:certificate, :chain, :key)
    end
  end
end
