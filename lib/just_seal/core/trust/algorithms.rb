# frozen_string_literal: true

require "openssl"

module JustSeal
  module Core
    module Trust
      # Until when digests and keys are a proof (ETSI TS 119 312, 7 and 8). What a later table adds is a line here.
      module Algorithms
        # {name of a digest => end}; what is not named is no proof at any time, nil has no end yet.
        DIGESTS = {
          "SHA1" => Time.utc(2012, 8, 1),
          "SHA224" => Time.utc(2029, 1, 1),
          "SHA256" => nil,
          "SHA384" => nil,
          "SHA512" => nil,
          "SHA3-256" => nil,
          "SHA3-384" => nil,
          "SHA3-512" => nil
        }.freeze
        # [[bits from, end], ...] for keys of RSA, the longest first.
        RSA = [
          [3000, nil],
          [1900, Time.utc(2029, 1, 1)],
          [1536, Time.utc(2019, 10, 1)],
          [1024, Time.utc(2019, 10, 1)]
        ].freeze
        EC = [[256, nil], [224, Time.utc(2021, 10, 1)], [192, Time.utc(2013, 10, 1)]].freeze
        ALWAYS = Time.utc(9999)
        NEVER = Time.utc(0)

        module_function

        # Is a signature by +key+ (OpenSSL::PKey) over +digest+ ("SHA256") a proof at +time+?
        def sound?(digest, key, time) = time < digest_ends(digest) && time < key_ends(key)

        def digest_ends(name) = DIGESTS.key?(name) ? DIGESTS[name] || ALWAYS : NEVER

        def key_ends(key)
          case key
          when OpenSSL::PKey::RSA then table_ends(RSA, key.n.num_bits)
          when OpenSSL::PKey::EC then table_ends(EC, key.group.degree)
          else key.oid.match?(/\AED(25519|448)\z/i) ? ALWAYS : NEVER
          end
        end

        def table_ends(table, bits)
          row = table.find { |from, _| bits >= from } or return NEVER
          row.last || ALWAYS
        end

        # "RSA 3072", "EC prime256v1", for people.
        def name(key)
          case key
          when OpenSSL::PKey::RSA then "RSA #{key.n.num_bits}"
          when OpenSSL::PKey::EC then "EC #{key.group.curve_name}"
          else key.oid
          end
        end
      end
    end
  end
end
