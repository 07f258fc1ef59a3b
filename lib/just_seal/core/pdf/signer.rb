# frozen_string_literal: true

module JustSeal
  module Core
    module Pdf
      # A key that signs PDFs. +certificate+: its X.509 certificate; +chain+: the certificates above it; +key+:
      # private key, or what answers sign_raw(digest's name, hash) as one does; +digest+: "sha256" (when nil),
      # "sha384" or "sha512".
      Signer = Value.of(:certificate, :chain, :key, :digest)
    end
  end
end
