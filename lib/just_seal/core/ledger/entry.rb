# frozen_string_literal: true

require "openssl"

module JustSeal
  module Core
    module Ledger
      # One line of a docket's history, as a canonical JSON object with a hash.
      module Entry
        VERSION = 1
        # The prev of a chain's first entry.
        GENESIS = ("0" * 64).freeze

        module_function

        # The start of an entry's canonical text, up to and without prev, seq and v, which come last in canonical order.
        # +docket+: docket number; +at+: Time; +actor+: {"kind" =>, "name" =>, ...}; +facts+: Hash.
        def opening(docket:, kind:, at:, actor:, facts:)
          Canonical.dump(
            {
              "actor" => actor,
              "at" => time(at),
              "docket" => docket,
              "facts" => facts,
              "kind" => kind
            }
          ).chop
        end

        # The whole text of an entry. The database function ledger_append makes the same from the same opening.
        def close(opening, prev:, seq:) = %(#{opening},"prev":"#{prev}","seq":#{seq},"v":#{VERSION}})

        # SHA-256 of the canonical bytes, hex.
        def digest(text) = OpenSSL::Digest::SHA256.hexdigest(text)

        # RFC 3339 in UTC with microseconds.
        def time(at) = at.getutc.strftime("%FT%T.%6NZ")
      end
    end
  end
end
