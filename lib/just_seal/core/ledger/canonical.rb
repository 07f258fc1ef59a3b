# frozen_string_literal: true

require "json"

module JustSeal
  module Core
    module Ledger
      # RFC 8785 for the values that the ledger uses: text, integers, true, false, null, lists, objects with ASCII keys.
      module Canonical
        INTEGERS = (-((2**53) - 1)..((2**53) - 1)) # RFC 8785, 3.2.2.3: beyond these, readers disagree

        module_function

        # Canonical text of +value+; raises Refused :not_canonical for what has no single form.
        def dump(value) = JSON.generate(ordered(value))

        # The same value with the keys of all objects as text, in order; JSON writes the rest in the one way that RFC
        # 8785 knows.
        def ordered(value)
          case value
          when String then text(value)
          when Hash then object(value)
          when Integer then number(value)
          when Array then value.map { |item| ordered(item) }
          when true, false, nil then value
          else raise Refused.new(:not_canonical, type: value.class.name)
          end
        end

        # Keys are ASCII, so that bytes and UTF-16 code units order them alike (3.2.3).
        def object(hash)
          named = hash.each_key.all?(String) ? hash : hash.transform_keys(&:to_s)
          names = named.keys.sort!
          raise Refused.new(:not_canonical, type: "key") unless names.size == hash.size && names.all?(&:ascii_only?)

          names.to_h { |name| [name, ordered(named[name])] }
        end

        def number(integer)
          raise Refused.new(:not_canonical, type: "integer beyond 2^53") unless INTEGERS.cover?(integer)

          integer
        end

        def text(string)
          utf8 = string.encoding == Encoding::UTF_8 ? string : string.encode(Encoding::UTF_8)
          raise Refused.new(:not_canonical, type: "text that is not UTF-8") unless utf8.valid_encoding?

          utf8
        end
      end
    end
  end
end
