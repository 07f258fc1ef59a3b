# frozen_string_literal: true

require "openssl"

module JustSeal
  module Ports
    # Under which organisations' names our own seal keys were certified: an authority may write a name in its own way.
    module SealNames
      module_function

      # +folder+: where keys and certificates lie, also those of keys that were exchanged. [] before there are any.
      def in_folder(folder)
        Dir[File.join(folder, "#{SigningKeys::NAMES.fetch(:seal)}.*crt")].flat_map do |path|
          Core::Trust::Identity.part(OpenSSL::X509::Certificate.new(File.read(path)), "O")
        rescue OpenSSL::X509::CertificateError, SystemCallError # exchanged this very moment
          []
        end.uniq
      end
    end
  end
end
