# frozen_string_literal: true

require "openssl"

module JustSeal
  module Core
    module Trust
      # Values in the basic encoding rules (ITU-T X.690) that other makers write, made definite as DER wants them.
      module Ber
        INDEFINITE = 0x80
        END_OF_CONTENTS = "\0\0".b.freeze
        MAX_DEPTH = 32

        module_function

        # The first value in +bytes+, a binary string. What follows may be zeros, which fill up a reserved place, and
        # nothing else. Raises Refused :encoding_unclear.
        def alone(bytes)
          till = ends_at(bytes, 0)
          unclear("length") unless till <= bytes.bytesize
          unclear("padding") unless bytes.byteslice(till..).match?(/\A\0*\z/n)
          bytes.byteslice(0, till)
        end

        # +value+ (OpenSSL::ASN1::ASN1Data, or an Array of such) without indefinite lengths and without texts in pieces.
        def definite(value)
          return value.grep_v(OpenSSL::ASN1::EndOfContent).map { |one| definite(one) } if value.is_a?(Array)
          return value unless value.value.is_a?(Array)

          value.value = definite(value.value)
          value.indefinite_length = false
          in_pieces?(value) ? OpenSSL::ASN1::OctetString.new(value.value.map(&:value).join.b) : value
        end

        def in_pieces?(value) = value.tag_class == :UNIVERSAL && value.tag == OpenSSL::ASN1::OCTET_STRING

        # Where the value at byte +at+ ends (X.690, 8.1.3).
        def ends_at(bytes, at, depth = 0)
          unclear("depth") if depth > MAX_DEPTH

          at = after_tag(bytes, at)
          first = bytes.getbyte(at) or unclear("length")
          return ends_at_mark(bytes, at + 1, depth) if first == INDEFINITE
          return at + 1 + first if first < INDEFINITE

          octets = bytes.byteslice(at + 1, first & 0x7F).unpack("C*")
          at + 1 + octets.size + octets.inject(0) { |sum, octet| (sum << 8) | octet }
        end

        def after_tag(bytes, at)
          tag = bytes.getbyte(at) or unclear("length")
          return at + 1 unless tag & 0x1F == 0x1F

          at += 1 while bytes.getbyte(at + 1).to_i.anybits?(INDEFINITE)
          at + 2
        end

        def ends_at_mark(bytes, at, depth)
          at = ends_at(bytes, at, depth + 1) until bytes.byteslice(at, 2) == END_OF_CONTENTS
          at + 2
        end

        def unclear(what) = raise(Refused.new(:encoding_unclear, cause: what))
      end
    end
  end
end
