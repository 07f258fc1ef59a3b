# frozen_string_literal: true

module JustSeal
  module Queries
    # The authorities on which proofs rest: accepted roots, and those beneath them that stamped files.
    module KnownAuthorities
      module_function

      # [OpenSSL::X509::Certificate, ...]
      def all(office) = [*office.roots, *stamping].uniq(&:to_der)

      # Those that stamped, the last one first.
      def stamping
        rows = Store::KeptStatus.order(Sequel.desc(:stamped_at)).all
        rows.flat_map(&:certificates).uniq(&:to_der)
      end
    end
  end
end
